package nembar.server.teams;

import nembar.server.approval.Repeatable;
import nembar.server.teams.TeamEdits.TeamEdit;
import nembar.server.teams.TeamMembers.MemberEdit;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Changes of teams that can wait for somebody's word. */
@Configuration(proxyBeanMethods = false)
class RepeatableTeamsActs {
    @Bean
    Repeatable<TeamEdit> teamActsAgain(TeamEdits edits) {
        return new Repeatable<>("team", TeamEdit.class, edits::change);
    }

    @Bean
    Repeatable<Object> teamRemovalActsAgain(TeamEdits edits) {
        return new Repeatable<>(
                "team-removal",
                Object.class,
                (submission, key, none) -> edits.remove(submission, key));
    }

    @Bean
    Repeatable<MemberEdit> membersActsAgain(TeamMembers members) {
        return new Repeatable<>("members", MemberEdit.class, members::members);
    }
}

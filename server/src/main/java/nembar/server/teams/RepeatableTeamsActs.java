package nembar.server.teams;

import nembar.server.agreeing.Again;
import nembar.server.teams.TeamEdits.TeamEdit;
import nembar.server.teams.TeamMembers.MemberEdit;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Changes of teams that can wait for somebody's word. */
@Configuration(proxyBeanMethods = false)
class TeamsAgain {
    @Bean
    Again<TeamEdit> teamActsAgain(TeamEdits edits) {
        return new Again<>("team", TeamEdit.class, edits::change);
    }

    @Bean
    Again<Object> teamRemovalActsAgain(TeamEdits edits) {
        return new Again<>(
                "team-removal", Object.class, (intent, key, none) -> edits.remove(intent, key));
    }

    @Bean
    Again<MemberEdit> membersActsAgain(TeamMembers members) {
        return new Again<>("members", MemberEdit.class, members::members);
    }
}

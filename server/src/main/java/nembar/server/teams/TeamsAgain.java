package nembar.server.teams;

import nembar.server.agreeing.Again;
import nembar.server.teams.Teams.MemberEdit;
import nembar.server.teams.Teams.TeamEdit;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Changes of teams that can wait for somebody's word. */
@Configuration(proxyBeanMethods = false)
class TeamsAgain {
    @Bean
    Again<TeamEdit> teamActsAgain(Teams teams) {
        return new Again<>("team", TeamEdit.class, teams::change);
    }

    @Bean
    Again<Object> teamRemovalActsAgain(Teams teams) {
        return new Again<>(
                "team-removal", Object.class, (intent, key, none) -> teams.remove(intent, key));
    }

    @Bean
    Again<MemberEdit> membersActsAgain(Teams teams) {
        return new Again<>("members", MemberEdit.class, teams::members);
    }
}

package nembar.server.people;

import nembar.server.agreeing.Again;
import nembar.server.people.PersonActs.ActOn;
import nembar.server.people.PersonEdits.PersonEdit;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Acts on people that can wait for somebody's word. */
@Configuration(proxyBeanMethods = false)
class PeopleAgain {
    @Bean
    Again<PersonEdit> personActsAgain(PersonEdits edits) {
        return new Again<>("person", PersonEdit.class, edits::change);
    }

    @Bean
    Again<ActOn> peopleActsAgain(PersonActs acts) {
        return new Again<>("people", ActOn.class, (intent, key, act) -> acts.act(intent, act));
    }
}

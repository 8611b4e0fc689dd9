package nembar.server.people;

import nembar.server.approval.Repeatable;
import nembar.server.people.PersonActs.ActOn;
import nembar.server.people.PersonEdits.PersonEdit;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Acts on people that can wait for somebody's word. */
@Configuration(proxyBeanMethods = false)
class RepeatablePeopleActs {
    @Bean
    Repeatable<PersonEdit> personActsAgain(PersonEdits edits) {
        return new Repeatable<>("person", PersonEdit.class, edits::change);
    }

    @Bean
    Repeatable<ActOn> peopleActsAgain(PersonActs acts) {
        return new Repeatable<>(
                "people", ActOn.class, (submission, key, act) -> acts.act(submission, act));
    }
}

package nembar.core.findings;

import java.time.Instant;
import java.util.List;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.findings.Finding.Kind;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;

/** People who can do nothing, have not come in, or have not been here for long. */
final class PeopleFinder extends Finder {
    private final Activity activity;

    PeopleFinder(Moment moment, Activity activity) {
        super(moment);
        this.activity = activity;
    }

    @Override
    void find() {
        for (Person person : model.directory().people()) {
            List<Persona> personas = model.personas().of(person.key());
            if (person.active() && personas.stream().allMatch(this::canDoNothing)) {
                add(
                        Kind.PERSON_CAN_DO_NOTHING,
                        List.of(person(person)),
                        person.name()
                                + " is active and can do nothing in "
                                + model.application().name()
                                + ".");
            }
            Instant invited = activity.invited().get(person.key());
            if (person.status() == PersonStatus.INVITED
                    && (invited == null
                            || invited.plus(activity.waitFor()).isBefore(moment.at()))) {
                add(
                        Kind.INVITATION_NOT_ACCEPTED,
                        List.of(person(person)),
                        person.name() + " was invited and has not come in.");
            }
            Instant seen = activity.lastSeen().get(person.key());
            if (person.active()
                    && seen != null
                    && seen.plus(activity.dormantAfter()).isBefore(moment.at())) {
                add(
                        Kind.DORMANT_PERSON,
                        List.of(person(person)),
                        person.name()
                                + " has not been here for more than "
                                + activity.dormantAfter().toDays()
                                + " days.");
            }
        }
    }

    private boolean canDoNothing(Persona persona) {
        return model.catalogue().recordTypes().stream().allMatch(type -> nothing(persona, type))
                && model.catalogue().functions().stream()
                        .map(one -> moment.access(persona).function(one))
                        .allMatch(one -> one.level().equals(Function.NONE));
    }

    private boolean nothing(Persona persona, RecordType type) {
        PersonAccess access = moment.accessOn(persona, type);
        return type.operations().stream()
                .allMatch(one -> access.records(type, one).equals(RecordSet.NOTHING));
    }
}

package nembar.core.model;

import java.util.Set;
import nembar.core.directory.Audience;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;

/** Whether each kind of part has the person. */
final class Membership implements Audience.Cases<Boolean> {
    private final AccessModel model;
    private final Standpoint who;
    private final Person person;

    Membership(AccessModel model, Standpoint who) {
        this.model = model;
        this.who = who;
        this.person = who.person();
    }

    @Override
    public Boolean onePerson(Audience.OnePerson part) {
        return part.person().equals(person.key());
    }

    @Override
    public Boolean oneTeam(Audience.OneTeam part) {
        return model.directory().teamsOf(person.key()).contains(part.team());
    }

    @Override
    public Boolean oneUnit(Audience.OneUnit part) {
        Set<String> units =
                part.below() ? model.directory().unitAndBelow(part.unit()) : Set.of(part.unit());
        return person.unit().filter(units::contains).isPresent();
    }

    @Override
    public Boolean holdersOf(Audience.HoldersOf part) {
        return model.holds(part.role(), who);
    }

    @Override
    public Boolean allStaff(Audience.AllStaff part) {
        return person.kind() == PersonKind.STAFF;
    }

    @Override
    public Boolean allExternals(Audience.AllExternals part) {
        return person.external();
    }

    @Override
    public Boolean externalsOf(Audience.ExternalsOf part) {
        return person.external() && who.account().filter(part.account()::equals).isPresent();
    }

    @Override
    public Boolean externalsTagged(Audience.ExternalsTagged part) {
        return person.external()
                && who.account()
                        .flatMap(model.directory()::account)
                        .filter(account -> account.tags().contains(part.tag()))
                        .isPresent();
    }
}

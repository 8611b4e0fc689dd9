package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Bounds;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.directory.Audience;
import nembar.core.directory.PersonKind;
import nembar.core.model.AccessModel;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** What somebody would have who is not there yet (docs/access-model.md, section 6). */
class NewcomerTest {
    private static final GovernedRecord AT_QUAY = record("trip", "t1", "unit", "quay");
    private static final GovernedRecord OF_RED = record("trip", "t2", "account", "red");

    private final Harbour harbour = new Harbour();

    private static Newcomer in(String role, String set, String unit, String team, String account) {
        return new Newcomer(
                Optional.ofNullable(role),
                Optional.ofNullable(set),
                Optional.ofNullable(unit),
                Optional.ofNullable(team),
                Optional.ofNullable(account));
    }

    private static boolean views(PersonAccess access, GovernedRecord record) {
        return access.allows(
                access.model().catalogue().recordType("trip").orElseThrow(),
                access.model()
                        .catalogue()
                        .recordType("trip")
                        .flatMap(type -> type.operation("view"))
                        .orElseThrow(),
                record,
                Relatives.NONE);
    }

    private AccessModel withPilots(Role.MeantFor meantFor) {
        harbour.sets.add(
                new PrivilegeSet("look", "Look", "", List.of(may("trip", "view", Reach.BRANCH))));
        harbour.roles.add(new Role("pilot", "Pilot", "", meantFor, List.of("look"), Set.of()));
        return harbour.model();
    }

    @Test
    void whoSitsInAUnitHasWhatItIsGivenThere() {
        harbour.give(
                Audience.anyOf(new Audience.OneUnit("quay", false)),
                Bounds.NONE,
                Optional.empty(),
                Optional.empty(),
                may("trip", "view", Reach.UNIT));
        AccessModel model = harbour.model();
        assertThat(views(in(null, null, "quay", null, null).access(model, NOW), AT_QUAY)).isTrue();
        assertThat(views(in(null, null, "pier", null, null).access(model, NOW), AT_QUAY)).isFalse();
    }

    @Test
    void whoJoinsATeamHasWhatItsMembersHave() {
        harbour.give(
                Audience.anyOf(new Audience.OneTeam("cranes")),
                Bounds.NONE,
                Optional.empty(),
                Optional.empty(),
                may("trip", "view", Reach.ALL));
        AccessModel model = harbour.model();
        PersonAccess member = in(null, null, null, "cranes", null).access(model, NOW);
        assertThat(views(member, AT_QUAY)).isTrue();
        assertThat(model.directory().team("cranes").orElseThrow().members())
                .containsExactly("ben", "cas");
    }

    @Test
    void aRoleReachesNoFurtherThanFromTheTop() {
        AccessModel model = withPilots(Role.MeantFor.STAFF);
        assertThat(views(in("pilot", null, null, null, null).access(model, NOW), AT_QUAY)).isTrue();
        assertThat(views(in("pilot", null, "pier", null, null).access(model, NOW), AT_QUAY))
                .isFalse();
        assertThat(views(in(null, "look", "quay", null, null).access(model, NOW), AT_QUAY))
                .isTrue();
    }

    @Test
    void anExternalIsKeptToTheirAccount() {
        harbour.give(
                Audience.anyOf(new Audience.ExternalsOf("red")),
                Bounds.NONE,
                Optional.empty(),
                Optional.empty(),
                may("trip", "view", Reach.ALL));
        AccessModel model = harbour.model();
        PersonAccess external = in(null, null, null, null, "red").access(model, NOW);
        assertThat(external.who().person().kind()).isEqualTo(PersonKind.EXTERNAL);
        assertThat(views(external, OF_RED)).isTrue();
        assertThat(views(external, AT_QUAY)).isFalse();
    }

    @Test
    void whatIsMeantForProgramsIsHeldByOne() {
        AccessModel model = withPilots(Role.MeantFor.SERVICE);
        PersonAccess program = in("pilot", null, null, null, null).access(model, NOW);
        assertThat(program.who().person().kind()).isEqualTo(PersonKind.SERVICE);
    }

    @Test
    void somebodyWhoIsCalledSoAlreadyIsNotMeant() {
        AccessModel model = withPilots(Role.MeantFor.STAFF);
        AccessModel first = in("pilot", null, null, null, null).access(model, NOW).model();
        PersonAccess second = in("pilot", null, null, null, null).access(first, NOW);
        assertThat(second.who().person().key()).isEqualTo("somebody-new-2");
        assertThat(second.holdings()).hasSize(1);
    }

    @Test
    void nothingIsSaidOfSomebodyOfWhomNothingIsSaid() {
        assertThat(in(null, null, null, null, null).some()).isFalse();
        assertThat(in(null, null, null, null, "red").some()).isTrue();
        assertThat(in(null, "look", null, null, null).some()).isTrue();
    }

    @Test
    void whereTheyAreSaidToBeIsWhereTheyAre() {
        AccessModel model = withPilots(Role.MeantFor.STAFF);
        PersonAccess top = in("pilot", null, null, null, null).access(model, NOW);
        assertThat(top.who().person().unit()).contains("harbour");
        assertThat(top.who().account()).contains("home");
        assertThat(top.who().person().accounts()).containsExactly("home");
        assertThat(top.who().person().kind()).isEqualTo(PersonKind.STAFF);
        assertThat(in(null, "look", null, null, null).access(model, NOW).who().person().unit())
                .contains("harbour");
        assertThat(in(null, null, null, "cranes", null).access(model, NOW).who().person().unit())
                .isEmpty();
        PersonAccess external = in("pilot", null, null, null, "blue").access(model, NOW);
        assertThat(external.who().person().unit()).isEmpty();
        assertThat(external.who().account()).contains("blue");
    }

    @Test
    void aRoleAndASetAreTwoAssignments() {
        AccessModel model = withPilots(Role.MeantFor.STAFF);
        AccessModel with = in("pilot", "look", null, null, null).access(model, NOW).model();
        assertThat(with.design().assignments())
                .extracting(one -> one.key())
                .containsExactly("role-to-somebody-new", "set-to-somebody-new");
        AccessModel again = in("pilot", null, null, null, null).access(with, NOW).model();
        assertThat(again.design().assignments())
                .extracting(one -> one.key())
                .contains("role-to-somebody-new-2");
        assertThat(
                        in("pilot", null, null, null, null)
                                .access(again, NOW)
                                .model()
                                .design()
                                .assignments())
                .extracting(one -> one.key())
                .contains("role-to-somebody-new-3");
    }
}

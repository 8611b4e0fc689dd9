package nembar.server.answers;

import java.util.Comparator;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.answers.Moment;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.server.answers.RoleMatrixController.RoleMatrix;
import nembar.server.answers.RoleMatrixController.RoleRow;
import nembar.server.answers.RoleMatrixController.SetHead;
import nembar.server.http.Named;
import org.springframework.stereotype.Service;

/** Which role is made of which privilege sets. */
@Service
class RoleMatrixService {
    private final Lookups lookups;

    RoleMatrixService(Lookups lookups) {
        this.lookups = lookups;
    }

    RoleMatrix of(Person me, Lookups.Where where) {
        Moment moment = lookups.moment(me, where);
        AccessModel model = moment.model();
        Set<String> used =
                model.design().roles().stream()
                        .flatMap(role -> role.sets().stream())
                        .collect(Collectors.toSet());
        return new RoleMatrix(
                model.design().sets().stream()
                        .filter(set -> used.contains(set.key()))
                        .map(RoleMatrixService::head)
                        .toList(),
                model.design().roles().stream()
                        .map(role -> row(moment, role))
                        .sorted(Comparator.comparing((RoleRow row) -> !row.external()))
                        .toList(),
                model.design().sets().stream()
                        .filter(set -> !used.contains(set.key()))
                        .map(set -> new Named(set.key(), set.name()))
                        .toList());
    }

    private static RoleRow row(Moment moment, Role role) {
        AccessModel model = moment.model();
        long holders =
                model.holdersOf(role.key(), moment.at()).stream()
                        .mapToObj(persona -> model.personas().all().get(persona).person().key())
                        .distinct()
                        .count();
        return new RoleRow(
                role.key(),
                role.name(),
                role.meantFor() == Role.MeantFor.EXTERNAL,
                (int) holders,
                role.sets());
    }

    private static SetHead head(PrivilegeSet set) {
        Optional<Reach> widest =
                set.privileges().stream()
                        .filter(Privilege.RecordPrivilege.class::isInstance)
                        .map(one -> ((Privilege.RecordPrivilege) one).reach())
                        .max(Comparator.comparingInt(Reach::notches));
        return new SetHead(
                set.key(),
                set.name(),
                widest.map(Reach::notches).orElse(0),
                widest.map(Reach::words).orElse(""));
    }
}

package nembar.core.decision;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Binding;
import nembar.core.condition.Condition;
import nembar.core.design.AccountScope;
import nembar.core.design.Bounds;
import nembar.core.design.Reach;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.PersonValues;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Wording;

/**
 * Turns what is said from where a person stands (reaches, bounds, account scopes) into the records
 * meant by it (docs/access-model.md, section 3).
 */
final class ReachRecords {
    private final AccessModel model;
    private final Directory directory;
    private final Standpoint who;
    private final PersonValues values;

    /**
     * @param values what conditions take from the person
     */
    ReachRecords(AccessModel model, Standpoint who, PersonValues values) {
        this.model = model;
        this.directory = model.directory();
        this.who = who;
        this.values = values;
    }

    /** The records of the type within a privilege's reach, its condition and the bounds. */
    RecordSet covers(Holding holding, Reach reach, Optional<Condition> condition, RecordType type) {
        return RecordSet.allOf(
                within(reach, type),
                meeting(condition, type),
                within(holding.assignment().bounds(), type));
    }

    /** The records that meet the condition, seen from the person; all where there is none. */
    RecordSet meeting(Optional<Condition> condition, RecordType type) {
        return condition.map(one -> meeting(one, type)).orElse(RecordSet.EVERYTHING);
    }

    RecordSet meeting(Condition condition, RecordType type) {
        return RecordSet.where(
                Binding.bind(condition.expression(), values, model.unknownOf(type)),
                condition.words(model.scopeOf(type)));
    }

    /** The records of the type within the reach; nothing where the type cannot express it. */
    RecordSet within(Reach reach, RecordType type) {
        String person = who.person().key();
        String name = who.person().name();
        return switch (reach) {
            case NONE -> RecordSet.NOTHING;
            case OWN -> ownedBy(type, directorySet(person), "owner is " + name);
            case REPORTS ->
                    ownedBy(
                            type,
                            directory.personAndReports(person),
                            "owner is " + name + " or somebody who reports to them");
            case TEAM -> ofTeams(type, directory.teamsOf(person));
            case UNIT -> ofPersonsUnit(type, false);
            case BRANCH -> ofPersonsUnit(type, true);
            case ACCOUNT -> ofAccounts(AccountScope.ofActedFor(), type);
            case ALL -> RecordSet.EVERYTHING;
        };
    }

    /**
     * The records within the bounds: nothing where the type cannot express one of them
     * (docs/access-model.md, section 3).
     */
    RecordSet within(Bounds bounds, RecordType type) {
        return RecordSet.allOf(
                bounds.accounts()
                        .map(scope -> ofAccounts(scope, type))
                        .orElse(RecordSet.EVERYTHING),
                bounds.units()
                        .map(scope -> ofUnits(scope.listed(), scope.below(), type))
                        .orElse(RecordSet.EVERYTHING));
    }

    /** The records whose account is in the scope; nothing where the type has no account field. */
    RecordSet ofAccounts(AccountScope scope, RecordType type) {
        TreeSet<String> keys = new TreeSet<>(scope.listed());
        if (scope.actedFor()) {
            who.account().ifPresent(keys::add);
        }
        for (Account account : directory.accounts()) {
            if (account.tags().stream().anyMatch(scope.tagged()::contains)) {
                keys.add(account.key());
            }
        }
        return type.places()
                .account()
                .map(field -> RecordSet.among(field, keys, "account is " + words(scope)))
                .orElse(RecordSet.NOTHING);
    }

    private String words(AccountScope scope) {
        List<String> words = new ArrayList<>();
        if (scope.actedFor()) {
            words.add(who.account().map(this::accountName).orElse("the one acted for"));
        }
        scope.listed().forEach(key -> words.add(accountName(key)));
        if (!scope.tagged().isEmpty()) {
            words.add("one tagged " + Wording.or(List.copyOf(scope.tagged())));
        }
        return Wording.or(words);
    }

    private RecordSet ofPersonsUnit(RecordType type, boolean below) {
        return who.person()
                .unit()
                .map(unit -> ofUnits(Set.of(unit), below, type))
                .orElse(RecordSet.NOTHING);
    }

    private RecordSet ofUnits(Set<String> listed, boolean below, RecordType type) {
        TreeSet<String> units = new TreeSet<>(listed);
        if (below) {
            listed.forEach(unit -> units.addAll(directory.unitAndBelow(unit)));
        }
        List<String> names = listed.stream().map(key -> directory.unitName(key)).sorted().toList();
        String words =
                Wording.or(names) + (below && units.size() > listed.size() ? " or below" : "");
        Optional<String> unitField = type.places().unit();
        if (unitField.isPresent()) {
            return RecordSet.among(unitField.get(), units, "unit is " + words);
        }
        return ownedBy(type, directory.peopleIn(units), "owner sits in " + words);
    }

    private RecordSet ofTeams(RecordType type, SortedSet<String> teams) {
        List<String> names = teams.stream().map(key -> directory.teamName(key)).toList();
        Optional<String> teamField = type.places().team();
        if (teamField.isPresent()) {
            return RecordSet.among(teamField.get(), teams, "team is " + Wording.or(names));
        }
        return ownedBy(
                type, directory.membersOf(teams), "owner is a member of " + Wording.or(names));
    }

    private RecordSet ownedBy(RecordType type, SortedSet<String> people, String words) {
        return type.places()
                .owner()
                .map(field -> RecordSet.among(field, people, words))
                .orElse(RecordSet.NOTHING);
    }

    private SortedSet<String> directorySet(String key) {
        return new TreeSet<>(Set.of(key));
    }

    private String accountName(String key) {
        return directory.accountName(key);
    }
}

package nembar.core.words;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountFilter;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.FieldFilter;
import nembar.core.design.MaskStyle;
import nembar.core.design.Opening;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;
import nembar.core.text.Wording;
import nembar.core.text.Words;

/**
 * What is not a grid of a design, each element as one sentence with slots (docs/access-model.md,
 * section 3): its line in the drawers, in a review and in the ledger.
 */
public final class Sentences {
    private final AccessModel model;
    private final Explanation explanation;

    public Sentences(AccessModel model) {
        this.model = model;
        this.explanation = Explanation.ofDesign(model);
    }

    /** Whether elements of the kind are sentences. */
    public static boolean are(ElementKind kind) {
        return kind != ElementKind.PRIVILEGE_SET && kind != ElementKind.ROLE;
    }

    /** The element as a sentence; empty for roles and privilege sets, which are grids. */
    public Optional<Sentence> of(Element element) {
        if (element instanceof SharingRule one) {
            return Optional.of(rule(one));
        }
        if (element instanceof DirectShare one) {
            return Optional.of(share(one));
        }
        if (element instanceof FieldFilter one) {
            return Optional.of(filter(one));
        }
        if (element instanceof AccountFilter one) {
            return Optional.of(filter(one));
        }
        if (element instanceof Assignment one) {
            return Optional.of(assignment(one));
        }
        if (element instanceof Delegation one) {
            return Optional.of(delegation(one));
        }
        if (element instanceof SeatPool one) {
            return Optional.of(pool(one));
        }
        return element instanceof Expectation one
                ? Optional.of(expectation(one))
                : Optional.empty();
    }

    private Sentence rule(SharingRule one) {
        RecordType type = type(one.recordType());
        Sentence.Builder said =
                new Sentence.Builder()
                        .say("Open ")
                        .slot(Explanation.plural(type))
                        .slot(" where ", one.condition().map(some -> model.wordsOf(some, type)))
                        .slot(" owned by ", one.ownedBy().map(explanation::audience))
                        .say(" to ")
                        .slot(explanation.audience(one.audience()));
        opening(said, type, one.opening());
        return said.slot(", ", explanation.when(one.times()))
                .slot(", because ", one.reason())
                .end();
    }

    private Sentence share(DirectShare one) {
        RecordType type = type(one.recordType());
        Sentence.Builder said =
                new Sentence.Builder()
                        .say("Open ")
                        .slot(type.singular().toLowerCase(Locale.ROOT) + " " + one.record())
                        .say(" to ")
                        .slot(explanation.audience(one.audience()));
        opening(said, type, one.opening());
        return said.slot(", ", explanation.when(one.times()))
                .slot(", because ", one.reason())
                .end();
    }

    private void opening(Sentence.Builder said, RecordType type, Opening opening) {
        said.say(" to ").slot(operations(type, opening.operations()));
        int left = opening.below().size();
        for (Map.Entry<String, Set<String>> below : opening.below().entrySet()) {
            RecordType child = type(below.getKey());
            left--;
            said.say(left == 0 ? ", and " : ", ")
                    .slot(Explanation.plural(child))
                    .say(" below them to ")
                    .slot(operations(child, below.getValue()));
        }
    }

    private static String operations(RecordType type, Set<String> keys) {
        return Wording.and(
                type.operations().stream()
                        .filter(one -> keys.contains(one.key()))
                        .map(Operation::label)
                        .toList());
    }

    private Sentence filter(FieldFilter one) {
        RecordType type = type(one.recordType());
        List<String> fields = new ArrayList<>();
        for (Field field : type.fields()) {
            if (one.fields().contains(field.key())) {
                fields.add(field.label().toLowerCase(Locale.ROOT));
            }
        }
        Sentence.Builder said =
                new Sentence.Builder()
                        .slot(capital(Explanation.verb(one.effect())))
                        .say(" ")
                        .slot(Wording.and(fields))
                        .say(" of ")
                        .slot(Explanation.plural(type));
        if (one.effect() instanceof FieldFilter.Effect.Mask mask) {
            said.say(" as ").slot(style(mask.style()));
        }
        return said.say(" for ")
                .slot(explanation.audience(one.audience()))
                .slot(", where ", one.condition().map(some -> model.wordsOf(some, type)))
                .end();
    }

    /** What is left to see of a value: "the year only". */
    public static String style(MaskStyle style) {
        return switch (style) {
            case FULL -> "nothing but dots";
            case INITIALS -> "initials";
            case ENDING -> "its last two characters";
            case YEAR -> "the year only";
            case RANGE -> "a range";
            case ROUNDED -> "a rounded amount";
            case DOMAIN -> "the domain of an address";
        };
    }

    private Sentence filter(AccountFilter one) {
        List<String> types =
                one.recordTypes().stream().map(this::type).map(Explanation::plural).toList();
        Optional<String> where =
                one.condition()
                        .flatMap(
                                some ->
                                        model.catalogue().recordTypes().stream()
                                                .filter(one::binds)
                                                .findFirst()
                                                .map(type -> model.wordsOf(some, type)));
        return new Sentence.Builder()
                .say("Keep ")
                .slot(explanation.audience(one.audience()))
                .say(" to ")
                .slot(explanation.accounts(one.accounts()))
                .say(" on ")
                .slot(
                        types.isEmpty()
                                ? "every record type that has an account"
                                : Wording.and(types))
                .slot(", and there to those where ", where)
                .end();
    }

    private Sentence assignment(Assignment one) {
        return new Sentence.Builder()
                .say("Give ")
                .slot(explanation.given(one))
                .say(" to ")
                .slot(explanation.audience(one.audience()))
                .slot(", only ", explanation.bounds(one.bounds()))
                .slot(", ", explanation.when(one.times()))
                .slot(", because ", one.reason())
                .end();
    }

    private Sentence delegation(Delegation one) {
        Map<String, String> people = model.directory().personNames();
        List<String> sets =
                one.sets().stream()
                        .map(key -> model.design().set(key).map(PrivilegeSet::name).orElse(key))
                        .toList();
        return new Sentence.Builder()
                .say("Let ")
                .slot(people.getOrDefault(one.delegate(), one.delegate()))
                .say(" act for ")
                .slot(people.getOrDefault(one.principal(), one.principal()))
                .say(" with ")
                .slot(Wording.and(sets))
                .slot(", ", explanation.when(one.times()))
                .slot(", because ", one.reason())
                .end();
    }

    private Sentence expectation(Expectation one) {
        Sentence.Builder said =
                new Sentence.Builder()
                        .slot(capital(explanation.audience(one.subject())))
                        .say(" ")
                        .slot(
                                switch (one.claim()) {
                                    case CAN -> "can";
                                    case CAN_ON_EVERY -> "can always";
                                    case CAN_NEVER -> "can never";
                                })
                        .say(" ");
        target(said, one.target());
        return said.slot(", because ", one.reason())
                .slot(", kept by ", one.owner().map(this::person))
                .end();
    }

    private Sentence pool(SeatPool one) {
        List<String> takers = new ArrayList<>();
        one.roles()
                .forEach(key -> takers.add(model.design().role(key).map(Role::name).orElse(key)));
        one.sets()
                .forEach(
                        key ->
                                takers.add(
                                        model.design()
                                                .set(key)
                                                .map(PrivilegeSet::name)
                                                .orElse(key)));
        one.functions()
                .forEach(
                        (key, level) ->
                                takers.add(
                                        level
                                                + " in "
                                                + model.catalogue()
                                                        .function(key)
                                                        .map(Function::name)
                                                        .orElse(key)));
        return new Sentence.Builder()
                .slot(one.name())
                .say(" has ")
                .slot(one.agreed() == 1 ? "1 seat" : one.agreed() + " seats")
                .slot(", ", explanation.when(Times.between(Optional.empty(), one.until())))
                .say(", one for everybody who holds ")
                .slot(Wording.or(takers))
                .say("; giving more ")
                .slot(
                        one.whenUsedUp() == SeatPool.WhenUsedUp.REFUSE
                                ? "is refused"
                                : "is warned of")
                .end();
    }

    private String person(String key) {
        return model.directory().personName(key);
    }

    private void target(Sentence.Builder said, Expectation.Target target) {
        if (target instanceof Expectation.Target.OnRecords of) {
            RecordType type = type(of.recordType());
            said.slot(Explanation.label(type, of.operation()))
                    .say(" ")
                    .slot(Explanation.plural(type))
                    .slot(" where ", of.condition().map(some -> model.wordsOf(some, type)));
        } else if (target instanceof Expectation.Target.OnRecord of) {
            RecordType type = type(of.recordType());
            said.slot(Explanation.label(type, of.operation()))
                    .say(" ")
                    .slot(type.singular().toLowerCase(Locale.ROOT) + " " + of.record());
        } else if (target instanceof Expectation.Target.OnField of) {
            RecordType type = type(of.recordType());
            String field = type.field(of.field()).map(Field::label).orElse(of.field());
            said.slot(use(of.use()))
                    .say(" ")
                    .slot(field.toLowerCase(Locale.ROOT) + " of " + Explanation.plural(type));
        } else if (target instanceof Expectation.Target.OnClassified of) {
            said.slot(use(of.use())).say(" ").slot("fields that are " + of.classification());
        } else if (target instanceof Expectation.Target.OnFunction of) {
            String name =
                    model.catalogue()
                            .function(of.function())
                            .map(Function::name)
                            .orElse(of.function());
            said.slot(of.level()).say(" in ").slot(name);
        }
    }

    private static String use(Use use) {
        return Words.of(use);
    }

    private static String capital(String words) {
        return words.isEmpty()
                ? words
                : words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1);
    }

    private RecordType type(String key) {
        return model.catalogue().recordType(key).orElseThrow();
    }
}

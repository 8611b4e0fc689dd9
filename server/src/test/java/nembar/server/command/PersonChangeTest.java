package nembar.server.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.condition.ValueType;
import nembar.core.directory.Account;
import nembar.core.directory.Attribute;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Unit;
import nembar.server.http.BadRequest;
import nembar.server.people.AttributeText;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A change of a person in words, and values as they are typed. */
class PersonChangeTest {
    private static final Attribute GRADE =
            new Attribute("grade", "Grade", ValueType.NUMBER, List.of());
    private static final Attribute TRAINING =
            new Attribute("training", "Training", ValueType.LIST, List.of("flood", "hazmat"));
    private static final Attribute BADGE =
            new Attribute("badge", "Badge valid until", ValueType.DATE, List.of());
    private static final Attribute NIGHT =
            new Attribute("night", "Works nights", ValueType.YES_NO, List.of());
    private static final Person ANN = person("Quay", Map.of());
    private static final Directory DIRECTORY =
            new Directory(
                    List.of(GRADE, TRAINING),
                    List.of(new Account("home", "Home", true, Set.of())),
                    List.of(
                            new Unit("quay", "Quay", Optional.empty()),
                            new Unit("mole", "Mole", Optional.empty())),
                    List.of(),
                    List.of(ANN));

    private static Person person(String unit, Map<String, Object> attributes) {
        return new Person(
                "ann",
                PersonKind.STAFF,
                "ann@home.example",
                "Ann",
                "Weir",
                List.of("home"),
                Optional.of(unit.toLowerCase()),
                Optional.empty(),
                ZoneId.of("Europe/London"),
                PersonStatus.ACTIVE,
                attributes);
    }

    @Test
    void nothingDifferentIsNoChange() {
        PersonChange change = new PersonChange(ANN, person("Quay", Map.of()));
        assertThat(change.fields()).isEmpty();
        assertThat(change.done(DIRECTORY)).isEmpty();
    }

    @Test
    void itIsToldAsDoneAndAsToBeDone() {
        PersonChange change =
                new PersonChange(ANN, person("Mole", Map.of("grade", BigDecimal.valueOf(3))));
        assertThat(change.fields()).containsExactly("unit", "attributes");
        assertThat(change.done(DIRECTORY))
                .isEqualTo("moved them from Quay to Mole and set grade to 3");
        assertThat(change.toDo(DIRECTORY))
                .isEqualTo("move them from Quay to Mole and set grade to 3");
    }

    @Test
    void aNewNameIsToldOnceThoughBothItsPartsAreNew() {
        Person next =
                new Person(
                        "ann",
                        PersonKind.STAFF,
                        "ann@home.example",
                        "Anna",
                        "Weir-Lock",
                        List.of("home"),
                        Optional.empty(),
                        Optional.of("gone"),
                        ZoneId.of("Europe/Paris"),
                        PersonStatus.ACTIVE,
                        Map.of());
        assertThat(new PersonChange(ANN, next).done(DIRECTORY))
                .isEqualTo(
                        "changed the name from Ann Weir to Anna Weir-Lock, moved them from Quay to"
                                + " none, changed the manager from none to gone and set the time"
                                + " zone to Europe/Paris");
    }

    @Test
    void whatIsTakenAwayIsSetToNothing() {
        Person trained = person("Quay", Map.of("training", List.of("flood")));
        assertThat(new PersonChange(trained, ANN).done(DIRECTORY))
                .isEqualTo("set training to nothing");
    }

    @Test
    void valuesAreReadAsTheirType() {
        assertThat(AttributeText.value(GRADE, " 3.5 ")).isEqualTo(new BigDecimal("3.5"));
        assertThat(AttributeText.value(BADGE, "2026-03-03")).isEqualTo(LocalDate.of(2026, 3, 3));
        assertThat(AttributeText.value(NIGHT, "Yes")).isEqualTo(true);
        assertThat(AttributeText.value(NIGHT, "false")).isEqualTo(false);
        assertThat(AttributeText.value(TRAINING, "flood, hazmat,"))
                .isEqualTo(List.of("flood", "hazmat"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "grade | three | no number",
                "badge | 3 March | as in 2026-03-03",
                "badge | 2026-02-30 | as in 2026-03-03",
                "night | perhaps | yes or no",
                "training | floood | did you mean `flood`"
            })
    void whatIsNoValueIsRefusedAtItsField(String key, String text, String why) {
        Attribute attribute =
                List.of(GRADE, TRAINING, BADGE, NIGHT).stream()
                        .filter(one -> one.key().equals(key))
                        .findFirst()
                        .orElseThrow();
        assertThatThrownBy(() -> AttributeText.value(attribute, text))
                .isInstanceOf(BadRequest.class)
                .hasMessageContaining(attribute.label())
                .hasMessageContaining(why);
    }
}

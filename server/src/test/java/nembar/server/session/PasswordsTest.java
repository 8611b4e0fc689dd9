package nembar.server.session;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.server.http.BadRequest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PasswordsTest {
    private static final Person ILSE =
            new Person(
                    "ilse.marrow",
                    PersonKind.STAFF,
                    "ilse.marrow@larkwater.example",
                    "Ilse",
                    "Marrow",
                    List.of("larkwater"),
                    Optional.empty(),
                    Optional.empty(),
                    ZoneOffset.UTC,
                    PersonStatus.ACTIVE);
    private final Passwords passwords = new Passwords();

    @ParameterizedTest
    @ValueSource(
            strings = {
                "nine slow barges",
                "correcthorsebattery",
                "пять медленных барж",
                "Ilse feeds herons daily",
                "7f!Qz0-ouN2#w"
            })
    void lengthIsAllThatIsAsked(String password) {
        assertThatCode(() -> passwords.check(password, ILSE)).doesNotThrowAnyException();
    }

    @ParameterizedTest
    @CsvSource({
        "short one, at least 12",
        "aaaaaaaaaaaabbbb, same few characters",
        "password1234, among the first",
        "P@ssw0rd1234!, among the first",
        "Marrow-1987-1988, little more than your name",
        "ilse.marrow2026, little more than your name"
    })
    void whatIsTriedFirstIsRefusedWithWhatToDo(String password, String why) {
        assertThatThrownBy(() -> passwords.check(password, ILSE))
                .isInstanceOf(BadRequest.class)
                .hasMessageContaining(why);
    }

    @Test
    void whatTheHashWouldCutOffIsRefused() {
        String long73 = "nine slow barges at noon ".repeat(3).substring(0, 73);
        assertThatThrownBy(() -> passwords.check(long73, ILSE)).hasMessageContaining("at most 72");
        assertThatCode(() -> passwords.check(long73.substring(1), ILSE)).doesNotThrowAnyException();
        assertThatThrownBy(() -> passwords.check(null, ILSE)).isInstanceOf(BadRequest.class);
    }

    @Test
    void lettersOutsideTheBasicPlaneCountAsOne() {
        assertThatThrownBy(() -> passwords.check("🚢🛶🚤⛵🛥🚣", ILSE))
                .hasMessageContaining("at least 12");
    }
}

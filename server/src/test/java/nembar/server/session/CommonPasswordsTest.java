package nembar.server.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;

class CommonPasswordsTest {
    @Test
    void hasWhatItWasMadeOf() {
        CommonPasswords some =
                new CommonPasswords(CommonPasswords.of(Stream.of("one", "two", "three", "two")));
        assertThat(some.size()).isEqualTo(3);
        assertThat(Stream.of("one", "two", "three")).allMatch(some::has);
        assertThat(Stream.of("", "four", "One")).noneMatch(some::has);
    }

    @Test
    void theListIsOfRealSizeAndRefusesNoRandomOnes() throws Exception {
        CommonPasswords list =
                new CommonPasswords(
                        new ClassPathResource("builtin/common-passwords.bin")
                                .getContentAsByteArray());
        assertThat(list.size()).isGreaterThan(100_000);
        assertThat(Stream.of("password", "qwertyuiop", "password1234").map(Passwords::plain))
                .allMatch(list::has);
        Random random = new Random(4);
        long refused = random.longs(100_000).mapToObj(Long::toHexString).filter(list::has).count();
        assertThat(refused).isLessThan(3);
    }
}

package nembar.core.directory;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Addresses of legal shapes are taken, however unusual; others are not. */
class EmailAddressTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "a@b.example",
                "o'hara+quay@larkwater.example",
                "very.common-name_1@sub.larkwater.example",
                "müller@grün.example",
                "用户@例子.example",
                "\"much.more\"@larkwater.example",
                "{half}|way!@larkwater.example",
                "x@1-2.example"
            })
    void legal(String address) {
        assertThat(EmailAddress.valid(address)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "nobody",
                "@larkwater.example",
                "half@",
                "a@localhost",
                "a..b@larkwater.example",
                ".a@larkwater.example",
                "a@-x.example",
                "a b@larkwater.example",
                "a@b@larkwater.example",
                "a@larkwater.example\nBcc: all@larkwater.example",
                "12345678901234567890123456789012345678901234567890123456789012345@x.example"
            })
    void illegal(String address) {
        assertThat(EmailAddress.valid(address)).isFalse();
    }

    @ParameterizedTest
    @ValueSource(strings = {"a@Larkwater.EXAMPLE", "\"x@y\"@larkwater.example"})
    void theDomainIsWhatStandsAfterTheLastAt(String address) {
        assertThat(EmailAddress.domain(address)).isEqualTo("larkwater.example");
    }
}

package nembar.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NetworksTest {
    @ParameterizedTest
    @CsvSource({
        "203.0.113.9, 203.0.113.9",
        "2001:db8:1:2:3:4:5:6, 2001:db8:1:2:0:0:0:0/64",
        "2001:db8:1:2::ffff, 2001:db8:1:2:0:0:0:0/64",
        "'', 127.0.0.1"
    })
    void aSubscriberOfIpV6HasOneNetwork(String address, String network) {
        assertThat(Networks.of(address)).isEqualTo(network.replace("127.0.0.1", Networks.of("")));
        assertThat(Networks.of(address)).endsWith(network.contains("/64") ? "/64" : "");
    }
}

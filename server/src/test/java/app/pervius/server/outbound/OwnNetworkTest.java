package app.pervius.server.outbound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What lies in the server's own network is called only where that was allowed at the start. */
class OwnNetworkTest {

    @ParameterizedTest
    @ValueSource(strings = {"127.0.0.1", "localhost", "127.8.9.10", "0.0.0.0", "10.1.2.3", "172.16.0.9", "192.168.7.7", "169.254.169.254",
        "100.64.3.3", "[::1]", "::ffff:10.0.0.1", "[fe80::1]", "fd12:3456::1", "2130706433", "224.0.0.1"})
    void insideIsNotCalled(String host) {
        assertThat(new OwnNetwork("").fault(host).orElse("")).contains("lies inside the server's own network").contains("--reach ");
    }

    @ParameterizedTest
    @ValueSource(strings = {"8.8.4.4", "172.32.0.1", "[2001:db8::1]", "100.128.0.1", "no such host.invalid"})
    void whatLiesOutsideIs(String host) {
        assertThat(new OwnNetwork("").fault(host)).isEmpty();
    }

    @Test
    void whatWasAllowedAtTheStartIsCalledAndNothingBeside() {
        OwnNetwork network = new OwnNetwork("10.20.0.0/16, localhost,::1");
        assertThat(network.fault("10.20.30.40")).isEmpty();
        assertThat(network.fault("10.21.0.1")).isPresent();
        assertThat(network.fault("LOCALHOST")).isEmpty();
        assertThat(network.fault("[::1]")).isEmpty();
        assertThat(network.fault("127.0.0.1")).as("allowed by its name only").isPresent();
    }

    @Test
    void aDeviceStandsInTheOwnNetworkButIsNotTheServer() {
        OwnNetwork network = new OwnNetwork("");
        assertThat(network.faultOfDevice("192.168.7.7")).isEmpty();
        assertThat(network.faultOfDevice("127.0.0.1")).isPresent();
        assertThat(network.faultOfDevice("169.254.169.254")).isPresent();
    }

    @ParameterizedTest
    @ValueSource(strings = {"10.20.0.0/99", "a host", "10.20.0/x"})
    void whatIsNoAddressIsSaidAtTheStart(String allowed) {
        assertThatThrownBy(() -> new OwnNetwork(allowed)).isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("--reach wants");
    }
}

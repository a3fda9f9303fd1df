package app.pervius.server.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PasswordRulesTest {

    private static final List<String> OWN = List.of("Mirela Draganova", "mirela.draganova@kwb.example", "KWR", "Kestrel Weir Renewal");

    private static String refusal(String password) {
        return PasswordRules.judge(password, OWN).refusal().orElse("");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "1234567890|A password has at least 12 characters.", "aaaaaaaaaa|A password has at least 12 characters.", "123456789012|it",
                "aaaaaaaaaaaa|it",
        "password1234|it is on the list of common passwords and words", "qwertyuiop12|it",
        "Passw0rd!Passw0rd!|it repeats the same again and again",
        "mirela.draganova@kwb.example|made of your own name, address or project",
        "MirelaDraganova2026|made of your own name, address or project",
        "KestrelWeirRenewal|made of your own name, address or project", "kwr-mirela-2026!|made of your own name, address or project"})
    void whatIsTriedFirstCannotBeHad(String password, String why) {
        assertThat(refusal(password)).contains(why);
    }

    @ParameterizedTest
    @ValueSource(strings = {"slate otter meridian", "tidal heron ballast", "vier blaue Enten am Wehr", "żółta łódź na rzece",
            "Mirela mag sieben rote Bagger", "x9#kQ!v2Lm@z"})
    void anythingElseCanWhateverItIsMadeOf(String password) {
        assertThat(refusal(password)).isEmpty();
    }

    @Test
    void aLongOneIsJudgedQuicklyAndTheLongestIsSaid() {
        assertThat(refusal("correct horse battery staple ".repeat(6))).isEmpty();
        assertThat(refusal("correct horse battery staple ".repeat(8))).isEqualTo("A password has at most 200 characters.");
    }

    @Test
    void strengthIsShownFromNoneToFull() {
        assertThat(PasswordRules.judge("password", OWN).strength()).isZero();
        assertThat(PasswordRules.judge("slate otter meridian basalt", OWN).strength()).isEqualTo(4);
    }
}

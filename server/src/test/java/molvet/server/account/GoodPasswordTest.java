package molvet.server.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import molvet.core.measure.Refusal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class GoodPasswordTest {
    /** Of the yearly lists of the most common leaked passwords, from memory; and what is no better for being long. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "password",
                "Password",
                "12345678",
                "123456789",
                "qwertyuiop",
                "iloveyou",
                "sunshine",
                "princess",
                "football",
                "password1",
                "p@ssw0rd",
                "aaaaaaaaaaaaaaaaaaaa",
                "abcdefgh",
                "abc12345"
            })
    void whatEverybodyTriesFirstIsRefused(String common) {
        assertThatThrownBy(() -> Accounts.goodPassword(common))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("guessed within a hundred thousand tries");
    }

    /** NIST SP 800-63B 5.1.1.2: any character, spaces too, and no rules of composition. */
    @ParameterizedTest
    @ValueSource(strings = {"three wet brushes", "molvet-demo", "Zinnober grün, feucht", "kjq8-vmzx", "颜料盒子里有猫在睡"})
    void wordsThatDoNotBelongTogetherAreTaken(String good) {
        assertThat(Accounts.goodPassword(good)).isEqualTo(good);
    }

    /** As long as it may be, and of what takes an estimate longest. */
    @Test
    void theLongestIsWeighedToo() {
        assertThat(Accounts.goodPassword("p4ssw0rd".repeat(4) + "tern kelp lichen moth harbour slate go"))
                .hasSize(70);
    }
}

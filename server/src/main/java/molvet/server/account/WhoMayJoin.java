package molvet.server.account;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.Locale;
import molvet.core.measure.Refusal;
import molvet.server.platform.Taken;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Who may make an account here: the choice of whoever runs it. The first always may. */
@Component
class WhoMayJoin {
    private static final int SHORTEST = 12;

    enum Choice {
        /** Nobody but the first. */
        FIRST,
        /** Whoever has the word that the owner gives away. */
        INVITED,
        /** Whoever reaches the page. */
        OPEN
    }

    private final Choice choice;
    private final byte[] word;
    private final WrongPasswords wrong;

    /**
     * @param invitation the word, where one is needed
     * @throws IllegalStateException for another choice than these, or a word that could be guessed
     */
    WhoMayJoin(
            @Value("${molvet.sign-up}") String signUp,
            @Value("${molvet.invitation}") String invitation,
            WrongPasswords wrong) {
        this.wrong = wrong;
        this.choice = Arrays.stream(Choice.values())
                .filter(c -> c.name().equalsIgnoreCase(signUp.strip()))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException(
                        "MOLVET_SIGN_UP is “" + signUp + "”; it can be first, invited or open."));
        this.word = plain(invitation);
        if (choice == Choice.INVITED && word.length < SHORTEST) {
            throw new IllegalStateException("MOLVET_SIGN_UP=invited needs MOLVET_INVITATION, a word of at least "
                    + SHORTEST + " characters, so that nobody guesses it.");
        }
    }

    /** As it is told over a telephone: capitals and what lies between the words do not matter. */
    private static byte[] plain(String word) {
        return word.toLowerCase(Locale.ROOT).replaceAll("[\\s-]+", "").getBytes(StandardCharsets.UTF_8);
    }

    boolean may(boolean noneYet) {
        return noneYet || choice != Choice.FIRST;
    }

    boolean needsWord(boolean noneYet) {
        return !noneYet && choice == Choice.INVITED;
    }

    /**
     * @param given the word of whoever asks
     * @param from where they ask from: guessing is slowed down there
     * @throws Taken if nobody more may join
     * @throws Refusal if the word is another
     * @throws WrongPasswords.TooManyTries after several wrong ones
     */
    void require(boolean noneYet, String given, String from) {
        if (!may(noneYet)) {
            throw new Taken(
                    "accounts-closed",
                    "This Molvet already has its collector. Whoever runs it can open it to more with MOLVET_SIGN_UP=open,"
                            + " or to those with a word of theirs with MOLVET_SIGN_UP=invited.",
                    null);
        }
        if (!needsWord(noneYet)) return;
        wrong.count("invitation", from);
        if (!MessageDigest.isEqual(plain(given), word)) {
            throw Refusal.of(
                    "invitation",
                    "That is not the invitation word.",
                    "Ask whoever runs this Molvet for it; capitals, spaces and hyphens do not matter.");
        }
        wrong.forgive("invitation", from);
    }
}

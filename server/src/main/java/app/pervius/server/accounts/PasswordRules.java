package app.pervius.server.accounts;

import com.nulabinc.zxcvbn.Strength;
import com.nulabinc.zxcvbn.Zxcvbn;
import com.nulabinc.zxcvbn.matchers.Match;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * What a password must be: long enough, not one that is tried first by who guesses, and not made of what everybody knows of its
 * owner. Nothing is said of its letters, and there is no other rule (NIST SP 800-63B, OWASP ASVS 5.0 V6.2).
 */
public final class PasswordRules {

    /** The fewest characters. */
    public static final int SHORTEST = 12;
    /** The most; more is not looked at. */
    public static final int LONGEST = 200;

    /** What has to be left when the owner's own words are taken out. */
    private static final int LEFT_WITHOUT_OWN_WORDS = 8;
    /** A password that is found within so many guesses is a common one: in a list, or a pattern made of such. */
    private static final double COMMON = 1e6;
    /** Beyond it estimating takes long and says no more. */
    private static final int LOOKED_AT = 64;
    private static final Zxcvbn ESTIMATE = new Zxcvbn();

    /** How good a password is, from 0 (found at once) to 4; {@code refusal} says why it cannot be had, if so. */
    public record Verdict(int strength, Optional<String> refusal) {
    }

    private PasswordRules() {
    }

    /** @param ownWords the owner's name and address, codes and names of the owner's projects */
    public static Verdict judge(String password, Collection<String> ownWords) {
        List<String> own = words(ownWords);
        Strength strength = ESTIMATE.measure(password.substring(0, Math.min(LOOKED_AT, password.length())), own);
        return new Verdict(strength.getScore(), refusal(password, own, strength));
    }

    private static Optional<String> refusal(String password, List<String> own, Strength strength) {
        if (password.codePointCount(0, password.length()) < SHORTEST) {
            return Optional.of("A password has at least " + SHORTEST + " characters.");
        }
        if (password.length() > LONGEST) {
            return Optional.of("A password has at most " + LONGEST + " characters.");
        }
        String rest = password.toLowerCase(Locale.ROOT);
        for (String word : own) {
            rest = rest.replace(word, "");
        }
        if (rest.length() < password.length() && rest.replaceAll("[^\\p{L}]", "").length() < LEFT_WITHOUT_OWN_WORDS) {
            return Optional.of("This password is made of your own name, address or project, which is tried first by who guesses. Choose "
                    + "one that has nothing to do with you.");
        }
        if (strength.getGuesses() < COMMON) {
            return Optional.of("This password is one of those tried first by who guesses: " + why(strength)
                    + ". Choose another one; several words that do not belong together are good.");
        }
        return Optional.empty();
    }

    private static String why(Strength strength) {
        return strength.getSequence().stream().max(Comparator.comparingInt(m -> m.token.length())).map(PasswordRules::why)
                .orElse("it is short");
    }

    private static String why(Match match) {
        return switch (match.pattern) {
            case Dictionary -> "it is on the list of common passwords and words";
            case Spatial -> "it follows the keys of a keyboard";
            case Repeat -> "it repeats the same again and again";
            case Sequence -> "it counts up or down";
            case Date, Regex -> "it is a date or a number";
            case Bruteforce -> "little of it is not on the list of common passwords";
        };
    }

    /** The pieces of names and addresses that are long enough to be recognised, the longest first. */
    private static List<String> words(Collection<String> given) {
        List<String> words = new ArrayList<>();
        for (String text : given) {
            String small = text.toLowerCase(Locale.ROOT);
            words.add(small);
            words.addAll(List.of(small.split("[^\\p{L}\\p{N}]+")));
            words.add(small.replaceAll("[^\\p{L}\\p{N}]+", ""));
        }
        return words.stream().filter(w -> w.length() >= 3).distinct().sorted(Comparator.comparingInt(String::length).reversed()).toList();
    }
}

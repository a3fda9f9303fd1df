package app.pervius.core.tell;

import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import java.util.regex.Pattern;

/** Somebody a rule tells. Of what a person may not see nothing is told, whoever names the person. */
public sealed interface Audience {

    /** The author of the submission. */
    record Author() implements Audience {
    }

    /** Who handed it in, where that is not the author. */
    record Uploader() implements Audience {
    }

    /** Everybody who holds a role. */
    record Holders(RoleId role) implements Audience {
    }

    /** Everybody of a firm who is in the project. */
    record OfFirm(FirmId firm) implements Audience {
    }

    /** Whoever the distribution matrix says is told of documents of this type and discipline. */
    record ByMatrix() implements Audience {
    }

    /** Whoever the distribution matrix makes lead of documents of this type and discipline. */
    record Lead() implements Audience {
    }

    /** Whoever has it to decide at the time. */
    record Deciding() implements Audience {
    }

    /** Whoever was told that an earlier revision of it was issued. */
    record EarlierHolders() implements Audience {
    }

    /** Whoever follows the document, the folder it came in, or one above. */
    record Followers() implements Audience {
    }

    /** One person. */
    record Named(PersonId person) implements Audience {
    }

    /** An address outside the project. */
    record Outside(String address) implements Audience {
        private static final Pattern ONE = Pattern.compile("[^\\s\\p{Cntrl}@,;<>\"]+@[^\\s\\p{Cntrl}@,;<>\"]+");

        /** Whether a text is one address, as far as can be told by looking at it. */
        public static boolean isAddress(String text) {
            return ONE.matcher(text).matches();
        }
    }
}

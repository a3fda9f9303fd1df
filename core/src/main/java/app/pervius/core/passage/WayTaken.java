package app.pervius.core.passage;

import app.pervius.core.project.FieldValues;

/** A way out of a stop as somebody takes it, with what it needs. */
public sealed interface WayTaken {

    record TryAgain() implements WayTaken {
    }

    /** @param inWords the values as people read them */
    record GiveFields(FieldValues values, String inWords) implements WayTaken {
    }

    record PutNameRight(String baseName) implements WayTaken {
    }

    record ChooseRule(TakenBy by) implements WayTaken {
    }

    record ChooseRoute(String key, String name) implements WayTaken {
    }

    record GoOnInForce() implements WayTaken {
    }

    record GoOnAllTheSame() implements WayTaken {
    }

    /** @param by who says it, by name */
    record SendBack(String text, String by) implements WayTaken {
    }

    /** @param why may be empty */
    record TakeOut(String why) implements WayTaken {
    }

    /** The way out this is. */
    default WayOut way() {
        return switch (this) {
            case TryAgain taken -> WayOut.TRY_AGAIN;
            case GiveFields taken -> WayOut.GIVE_FIELDS;
            case PutNameRight taken -> WayOut.PUT_NAME_RIGHT;
            case ChooseRule taken -> WayOut.CHOOSE_RULE;
            case ChooseRoute taken -> WayOut.CHOOSE_ROUTE;
            case GoOnInForce taken -> WayOut.GO_ON_IN_FORCE;
            case GoOnAllTheSame taken -> WayOut.GO_ON_ALL_THE_SAME;
            case SendBack taken -> WayOut.SEND_BACK;
            case TakeOut taken -> WayOut.TAKE_OUT;
        };
    }
}

package app.pervius.server.messages.tray;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;

/** Somebody's own named and coloured place for what is to be looked at later. */
@Entity
class Shelf extends Row {

    /** The colours there are; each has a mark of its own, for those who cannot tell colours. */
    enum Colour { TEAL, OCHRE, BRICK, PLUM, MOSS, SLATE }

    long accountId;
    String name = "";
    @Enumerated(EnumType.STRING)
    Colour colour = Colour.TEAL;
    int position;
    @Version
    int version;
}

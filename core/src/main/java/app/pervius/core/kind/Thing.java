package app.pervius.core.kind;

/** What a part can name by its identity. */
public enum Thing { FIRM, ROLE, PERSON, FOLDER }

package app.pervius.server.packages;

/** What a package is. */
public enum Kind { FIRM, CONTRACT, WORK_PACKAGE }

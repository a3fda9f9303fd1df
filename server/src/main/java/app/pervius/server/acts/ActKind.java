package app.pervius.server.acts;

/** What the journal tells apart. */
public enum ActKind {
    SIGN_IN("Signing in"), ACCOUNTS("Accounts"), PEOPLE("People and firms"), ROLES("Roles"), FOLDERS("Folders"), SETTINGS("Settings"),
    RULES("Rules and routes"), CONNECTIONS("Connections"), FILES("Files opened"), EXPORTS("Taken away"), REFUSED("Refused"),
    KEEPING("Keeping");

    private final String label;

    ActKind(String label) {
        this.label = label;
    }

    /** As people read it. */
    public String label() {
        return label;
    }
}

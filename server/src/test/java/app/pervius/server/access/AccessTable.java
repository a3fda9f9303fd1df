package app.pervius.server.access;

import app.pervius.server.Client;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;

/** Who gets what of each call: its lines, and those who make the calls. */
final class AccessTable {

    /** Who calls, in the order of the columns of the table; the administrator is in no project. */
    enum Who {
        NOBODY, CONTROLLER_ELSEWHERE, ANOTHER_FIRM, AUTHORS_FIRM, REVIEWER, CONTROLLER, ADMINISTRATOR
    }

    /** A line: what each of them gets, 1 for 401, 3 for 403, 4 for 404, y for anything that is not a refusal. */
    record Line(Function<Client, Client.Answer> call, String expected) {
    }

    static final Map<Who, Client> PEOPLE = new LinkedHashMap<>();
    static final Map<String, Line> LINES = new LinkedHashMap<>();

    private AccessTable() {
    }

    /** @param call one that changes nothing: what is allowed then fails on its content */
    static void line(String route, Function<Client, Client.Answer> call, String expected) {
        LINES.put(route, new Line(call, expected));
    }
}

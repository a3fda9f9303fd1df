package app.pervius.server.messages;

import java.util.List;

/**
 * A message about passages was given up, in the transaction in which it was.
 *
 * @param words the last ones of the mail server
 */
public record GivenUp(long message, List<Long> passages, String recipient, String words) {

    public GivenUp {
        passages = List.copyOf(passages);
    }
}

package app.pervius.server.store;

/**
 * The name under which this process takes things in hand. A process that is started again has the name it had, and so knows what it had in
 * hand when it was killed; two that share a database have different ones ({@code pervius.instance}).
 */
public record Instance(String name) {
}

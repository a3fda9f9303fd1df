package app.pervius.server.messages;

/** How the line to a mail server is encrypted: once it is asked for on the line (RFC 3207), from the beginning (RFC 8314), or not. */
public enum MailEncryption { STARTTLS, TLS, NONE }

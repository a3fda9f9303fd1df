/** Talking to an output device by the Internet Printing Protocol (RFC 8010, RFC 8011); knows nothing of Pervius. */
@NullMarked
package app.pervius.server.devices.ipp;

import org.jspecify.annotations.NullMarked;

/** What all HTTP answers share: problem details, paging, headers, the screens' files. Knows no feature. */
@NullMarked
package app.pervius.server.http;

import org.jspecify.annotations.NullMarked;

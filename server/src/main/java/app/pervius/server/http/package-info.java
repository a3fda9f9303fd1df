/** What all HTTP answers share: problem details, paging, headers, the screens' files. Knows no feature. */
@Feature(uses = {"refused", "store"})
@NullMarked
package app.pervius.server.http;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;

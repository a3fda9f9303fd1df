/** Firms', contracts' and work packages' places in a project: their folders are made from templates, and follow them. */
@NullMarked
package app.pervius.server.packages;

import org.jspecify.annotations.NullMarked;

/** Rehearsing in a made-up world: everything can be done in it, and nothing real is switched. */
@NullMarked
package juiceswap.web.rehearse;

import org.jspecify.annotations.NullMarked;

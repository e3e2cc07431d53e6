/** From utility to generator and back: state, actions, rules, and the search for the next right step. */
@NullMarked
package juiceswap.core.changeover;

import org.jspecify.annotations.NullMarked;

/** The year around the outage: what is due of the generator, its alarms, proofs and fuel. */
@NullMarked
package juiceswap.web.upkeep;

import org.jspecify.annotations.NullMarked;

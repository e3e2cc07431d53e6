/** What is to be done in the days between outages so that the one night goes well. */
@NullMarked
package juiceswap.core.upkeep;

import org.jspecify.annotations.NullMarked;

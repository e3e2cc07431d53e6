/** An outage as a log of what people confirmed, and what follows from it. */
@NullMarked
package juiceswap.core.outage;

import org.jspecify.annotations.NullMarked;

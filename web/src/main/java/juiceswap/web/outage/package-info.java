/** The log of an outage, confirming, conflicts, who is there, what the street says: what every screen stands on. */
@NullMarked
package juiceswap.web.outage;

import org.jspecify.annotations.NullMarked;

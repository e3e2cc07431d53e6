/** The core in the phone: what the page asks of it. */
@NullMarked
package juiceswap.pocket;

import org.jspecify.annotations.NullMarked;

/** An engine or a supply that does not do what it should: which check next finds most in the least time. */
@NullMarked
package juiceswap.core.trouble;

import org.jspecify.annotations.NullMarked;

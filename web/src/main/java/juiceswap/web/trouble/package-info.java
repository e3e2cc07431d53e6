/** It isn't starting, and every other trouble: one check after the other, the likeliest and quickest first. */
@NullMarked
package juiceswap.web.trouble;

import org.jspecify.annotations.NullMarked;

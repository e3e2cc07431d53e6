@NullMarked
package juiceswap.web.meter;

import org.jspecify.annotations.NullMarked;

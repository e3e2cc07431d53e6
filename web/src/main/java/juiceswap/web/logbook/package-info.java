@NullMarked
package juiceswap.web.logbook;

import org.jspecify.annotations.NullMarked;

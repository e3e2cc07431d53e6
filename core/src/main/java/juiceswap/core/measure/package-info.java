/** In which units and on which clock a household sees and types what is SI inside. */
@NullMarked
package juiceswap.core.measure;

import org.jspecify.annotations.NullMarked;

@NullMarked
package juiceswap.web.api;

import org.jspecify.annotations.NullMarked;

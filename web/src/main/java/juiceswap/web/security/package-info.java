@NullMarked
package juiceswap.web.security;

import org.jspecify.annotations.NullMarked;

@NullMarked
package juiceswap.web.demo;

import org.jspecify.annotations.NullMarked;

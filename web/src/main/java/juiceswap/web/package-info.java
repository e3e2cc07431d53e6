@NullMarked
package juiceswap.web;

import org.jspecify.annotations.NullMarked;

/** The rules and the arithmetic of running a house on a portable generator. No I/O, no clock, no framework. */
@NullMarked
package juiceswap.core;

import org.jspecify.annotations.NullMarked;

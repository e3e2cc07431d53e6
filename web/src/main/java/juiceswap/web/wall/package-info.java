/** The second wall between households: each connection to the database says for whom it works. */
@NullMarked
package juiceswap.web.wall;

import org.jspecify.annotations.NullMarked;

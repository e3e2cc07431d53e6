/** What hangs at the panel and lies in the folder: made as PDF, so that it is there when every screen is dark. */
@NullMarked
package juiceswap.web.print;

import org.jspecify.annotations.NullMarked;

/** Which sentences are said of what; the sentences themselves are in message files. */
@NullMarked
package juiceswap.core.words;

import org.jspecify.annotations.NullMarked;

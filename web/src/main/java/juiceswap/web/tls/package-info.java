/** Encryption at home: the house's own certificate authority, and how phones learn to trust it. */
@NullMarked
package juiceswap.web.tls;

import org.jspecify.annotations.NullMarked;

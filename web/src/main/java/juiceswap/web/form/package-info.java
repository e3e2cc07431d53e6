@NullMarked
package juiceswap.web.form;

import org.jspecify.annotations.NullMarked;

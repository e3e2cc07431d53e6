/** The open formats, read and written, and the engine asked in JSON: for the server and for the phone, without a framework. */
@NullMarked
package juiceswap.exchange;

import org.jspecify.annotations.NullMarked;

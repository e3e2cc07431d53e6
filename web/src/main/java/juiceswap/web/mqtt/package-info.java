/** Power meters that tell what they read by MQTT, the open way in which things at home talk. */
@NullMarked
package juiceswap.web.mqtt;

import org.jspecify.annotations.NullMarked;

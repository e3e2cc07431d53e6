package juiceswap.web.mqtt;

import static juiceswap.web.db.Tables.MQTT_FEED;
import static juiceswap.web.db.Tables.MQTT_FIELD;

import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.Worded;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The brokers that households have entered. */
@Repository
class MqttBook {
    private final DSLContext db;

    MqttBook(DSLContext db) {
        this.db = db;
    }

    Optional<MqttFeed> find(long household) {
        return db.selectFrom(MQTT_FEED)
                .where(MQTT_FEED.HOUSEHOLD_ID.eq(household))
                .fetchOptional(row -> new MqttFeed(
                        row.getHost(),
                        row.getPort(),
                        row.getTls(),
                        row.getLogin(),
                        row.getSecret(),
                        row.getTopic(),
                        fields(household)));
    }

    private Map<MeterValue, MqttFeed.Field> fields(long household) {
        Map<MeterValue, MqttFeed.Field> fields = new EnumMap<>(MeterValue.class);
        db.selectFrom(MQTT_FIELD)
                .where(MQTT_FIELD.HOUSEHOLD_ID.eq(household))
                .forEach(row -> Worded.find(MeterValue.class, row.getKind())
                        .ifPresent(kind -> fields.put(kind, new MqttFeed.Field(row.getTopic(), row.getPath()))));
        return fields;
    }

    /** All of them, by household. */
    Map<Long, MqttFeed> all() {
        Map<Long, MqttFeed> all = new HashMap<>();
        for (long household : db.select(MQTT_FEED.HOUSEHOLD_ID).from(MQTT_FEED).fetch(MQTT_FEED.HOUSEHOLD_ID)) {
            find(household).ifPresent(feed -> all.put(household, feed));
        }
        return all;
    }

    @Transactional
    void put(long household, MqttFeed feed) {
        remove(household);
        db.insertInto(MQTT_FEED)
                .set(MQTT_FEED.HOUSEHOLD_ID, household)
                .set(MQTT_FEED.HOST, feed.host())
                .set(MQTT_FEED.PORT, feed.port())
                .set(MQTT_FEED.TLS, feed.tls())
                .set(MQTT_FEED.LOGIN, feed.login())
                .set(MQTT_FEED.SECRET, feed.secret())
                .set(MQTT_FEED.TOPIC, feed.topic())
                .execute();
        feed.fields()
                .forEach((kind, field) -> db.insertInto(MQTT_FIELD)
                        .set(MQTT_FIELD.HOUSEHOLD_ID, household)
                        .set(MQTT_FIELD.KIND, kind.word())
                        .set(MQTT_FIELD.TOPIC, field.topic())
                        .set(MQTT_FIELD.PATH, field.path())
                        .execute());
    }

    @Transactional
    void remove(long household) {
        db.deleteFrom(MQTT_FIELD).where(MQTT_FIELD.HOUSEHOLD_ID.eq(household)).execute();
        db.deleteFrom(MQTT_FEED).where(MQTT_FEED.HOUSEHOLD_ID.eq(household)).execute();
    }
}

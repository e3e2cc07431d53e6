package juiceswap.web.household;

import static juiceswap.web.db.Tables.PICTURE;
import static juiceswap.web.db.Tables.UPKEEP_DONE;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.HexFormat;
import java.util.Iterator;
import java.util.Optional;
import java.util.Set;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import juiceswap.core.InvalidInput;
import net.coobird.thumbnailator.Thumbnails;
import org.jooq.DSLContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.multipart.MultipartFile;

/**
 * Pictures that a household has taken of its own things. Each is drawn anew, upright and small: what a camera writes beside
 * it, where and when it was taken among that, is not kept.
 */
@Repository
public class Pictures {
    /** Long side in pixels: enough to find a lever by, and small enough for a phone to carry. */
    private static final int LONG_SIDE = 900;

    private static final double QUALITY = 0.8;

    /** No camera makes larger ones; what claims to be is not opened. */
    private static final long MOST_PIXELS = 120_000_000;

    private static final int NAME_BYTES = 8;

    private static final int LATEST_KEPT = 40;

    private final DSLContext db;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    Pictures(DSLContext db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /**
     * Keeps a picture.
     *
     * @param uploaded as a camera made it: JPEG, PNG or another kind that Java reads; {@link InvalidInput} at {@code field}
     *     for anything else
     * @return the name by which it is kept
     */
    @Transactional
    public String add(long householdId, byte[] uploaded, String field) {
        byte[] jpeg = small(uploaded, field);
        byte[] bytes = new byte[NAME_BYTES];
        random.nextBytes(bytes);
        String name = HexFormat.of().formatHex(bytes);
        db.insertInto(PICTURE)
                .set(PICTURE.HOUSEHOLD_ID, householdId)
                .set(PICTURE.NAME, name)
                .set(PICTURE.JPEG, jpeg)
                .set(PICTURE.ADDED_AT, clock.instant().atOffset(ZoneOffset.UTC))
                .execute();
        return name;
    }

    /**
     * Keeps what was chosen in a form's field {@code photo}.
     *
     * @return the name by which it is kept; null when nothing was chosen
     */
    public @Nullable String kept(long householdId, @Nullable MultipartFile photo) {
        if (photo == null || photo.isEmpty()) {
            return null;
        }
        try {
            return add(householdId, photo.getBytes(), "/photo");
        } catch (IOException lost) {
            throw new UncheckedIOException(lost);
        }
    }

    /** A picture of this household's, as JPEG. */
    public Optional<byte[]> find(long householdId, String name) {
        return db.select(PICTURE.JPEG)
                .from(PICTURE)
                .where(PICTURE.HOUSEHOLD_ID.eq(householdId), PICTURE.NAME.eq(name))
                .fetchOptional(PICTURE.JPEG);
    }

    /**
     * Lets go of what is not among these and was not taken of something done, but for the latest: a change of the house can
     * be undone.
     */
    @Transactional
    public void keepOnly(long householdId, Set<String> names) {
        db.deleteFrom(PICTURE)
                .where(
                        PICTURE.HOUSEHOLD_ID.eq(householdId),
                        PICTURE.NAME.notIn(names),
                        PICTURE.NAME.notIn(db.select(UPKEEP_DONE.PICTURE)
                                .from(UPKEEP_DONE)
                                .where(UPKEEP_DONE.HOUSEHOLD_ID.eq(householdId), UPKEEP_DONE.PICTURE.isNotNull())),
                        PICTURE.NAME.notIn(db.select(PICTURE.NAME)
                                .from(PICTURE)
                                .where(PICTURE.HOUSEHOLD_ID.eq(householdId))
                                .orderBy(PICTURE.ADDED_AT.desc())
                                .limit(LATEST_KEPT)))
                .execute();
    }

    private static byte[] small(byte[] uploaded, String field) {
        try {
            InvalidInput.unless(hasSaneSize(uploaded), field, "invalid.picture");
            ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
            // turned upright by what the camera has noted, which is not written again
            Thumbnails.of(new ByteArrayInputStream(uploaded))
                    .size(LONG_SIDE, LONG_SIDE)
                    .outputFormat("jpg")
                    .outputQuality(QUALITY)
                    .toOutputStream(jpeg);
            return jpeg.toByteArray();
        } catch (IOException unreadable) {
            throw new InvalidInput(field, "invalid.picture");
        }
    }

    private static boolean hasSaneSize(byte[] uploaded) throws IOException {
        try (ImageInputStream stream = ImageIO.createImageInputStream(new ByteArrayInputStream(uploaded))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(stream);
            if (!readers.hasNext()) {
                return false;
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(stream);
                return (long) reader.getWidth(0) * reader.getHeight(0) <= MOST_PIXELS;
            } finally {
                reader.dispose();
            }
        }
    }
}

package juiceswap.web.exchange;

import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** Files that a browser keeps. */
public final class Downloads {
    public static final MediaType CSV = MediaType.parseMediaType("text/csv;charset=UTF-8");

    private Downloads() {}

    public static ResponseEntity<String> of(String body, MediaType type, String name) {
        return ResponseEntity.ok()
                .contentType(type)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(body);
    }

    /** A cell of a table: a spreadsheet would run a text that begins like a formula. */
    public static String harmless(String text) {
        return text.matches("(?s)^[=+\\-@\\t\\r].*") ? "'" + text : text;
    }
}

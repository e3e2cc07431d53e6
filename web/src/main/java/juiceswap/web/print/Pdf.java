package juiceswap.web.print;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.Objects;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/** Makes a PDF of a template: black and white, text stays text. */
@Component
class Pdf {
    /** What the fonts that every reader of PDF has don't know, in letters that they do. */
    private static final Map<String, String> IN_LETTERS = Map.of(
            "\u2060", "", "→", "to", "Ω", "ohm", "−", "-", "≤", "&lt;=", "≥", ">=", "△", "!", "✓", "x", "\u202f", " ");

    private final ITemplateEngine templates;

    Pdf(ITemplateEngine templates) {
        this.templates = templates;
    }

    /** A size of paper; pages say it in their styles. */
    enum Paper {
        LETTER("letter"),
        A4("A4");

        private final String css;

        Paper(String css) {
            this.css = css;
        }

        /** As style sheets write it. */
        String css() {
            return css;
        }
    }

    /** The sheet's own style, with the size of paper and what stands at the foot of each page. */
    private static String style(String template, String whose, Paper paper) {
        try {
            return new ClassPathResource(template + ".css")
                    .getContentAsString(StandardCharsets.UTF_8)
                    .replace("$paper", paper.css())
                    .replace("$whose", whose.replaceAll("[\"\\\\<>&\n]", " "));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static final byte[] OTHER_LETTERS = otherLetters();

    /** A font begins with its head, and then says in so many bytes each what tables it has, by a name of four letters. */
    private static final int HEAD_OF_FONT = 12;

    private static final int ENTRY_OF_TABLE = 16;

    /**
     * For the letters of names that the fonts of every reader don't know: a font that comes with the library of PDFs. It goes
     * without its table of ligatures: looking through that took four fifths of the time of a sheet, and text with ligatures can't
     * be searched.
     */
    private static byte[] otherLetters() {
        try (InputStream font = Objects.requireNonNull(
                PDDocument.class.getResourceAsStream("/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf"))) {
            byte[] letters = font.readAllBytes();
            byte[] ligatures = "GSUB".getBytes(StandardCharsets.US_ASCII);
            int tables = ByteBuffer.wrap(letters).getShort(4);
            for (int i = 0; i < tables; i++) {
                int name = HEAD_OF_FONT + i * ENTRY_OF_TABLE;
                if (Arrays.equals(letters, name, name + ligatures.length, ligatures, 0, ligatures.length)) {
                    letters[name] = 'x';
                }
            }
            return letters;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The template with that name and the style beside it; {@code whose} of the model stands at the foot. */
    byte[] of(String template, Map<String, Object> model, Paper paper) {
        Context context = new Context();
        context.setVariables(model);
        context.setVariable("style", style(template, String.valueOf(model.get("whose")), paper));
        String html = templates.process(template, context);
        for (Map.Entry<String, String> letter : IN_LETTERS.entrySet()) {
            html = html.replace(letter.getKey(), letter.getValue());
        }
        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        try {
            new PdfRendererBuilder()
                    .useFastMode()
                    .useFont(() -> new ByteArrayInputStream(OTHER_LETTERS), "others")
                    .withHtmlContent(html, null)
                    .toStream(pdf)
                    .run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return pdf.toByteArray();
    }
}

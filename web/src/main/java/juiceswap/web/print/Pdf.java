package juiceswap.web.print;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
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

    /** For the letters of names that the fonts of every reader don't know: a font that comes with the library of PDFs. */
    private static InputStream otherLetters() {
        return Objects.requireNonNull(
                PDDocument.class.getResourceAsStream("/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf"));
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
                    .useFont(Pdf::otherLetters, "others")
                    .withHtmlContent(html, null)
                    .toStream(pdf)
                    .run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return pdf.toByteArray();
    }
}

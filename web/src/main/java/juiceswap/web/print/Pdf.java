package juiceswap.web.print;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/** Makes a PDF of a template: black and white, text stays text. */
@Component
class Pdf {
    /** What the fonts that every reader of PDF has don't know, in letters that they do. */
    private static final Map<String, String> IN_LETTERS = Map.of(
            "\u2060",
            "",
            "→",
            "to",
            "Ω",
            "ohm",
            "−",
            "-",
            "≤",
            "at most",
            "≥",
            "at least",
            "△",
            "!",
            "✓",
            "x",
            "\u202f",
            " ");

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

    byte[] of(String template, Map<String, Object> model, Paper paper) {
        Context context = new Context();
        context.setVariables(model);
        context.setVariable("paper", paper.css());
        String html = templates.process(template, context);
        for (Map.Entry<String, String> letter : IN_LETTERS.entrySet()) {
            html = html.replace(letter.getKey(), letter.getValue());
        }
        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        try {
            new PdfRendererBuilder()
                    .useFastMode()
                    .withHtmlContent(html, null)
                    .toStream(pdf)
                    .run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return pdf.toByteArray();
    }
}

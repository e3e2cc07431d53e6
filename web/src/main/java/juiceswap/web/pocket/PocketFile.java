package juiceswap.web.pocket;

import static juiceswap.exchange.Tree.object;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Map;
import juiceswap.exchange.Tree;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.IContext;

/** The pocket page as one file with everything in it: for phones that keep no page of a server that is away. */
@Component
class PocketFile {
    private static final String ASSETS = "static/assets/";
    private static final String CORE = ASSETS + "pocket/";

    private final ITemplateEngine templates;
    private final PocketWords carried;

    PocketFile(ITemplateEngine templates, PocketWords carried) {
        this.templates = templates;
        this.carried = carried;
    }

    /** The file, with that snapshot in it. */
    String of(IContext page, Map<String, @Nullable Object> snapshot) throws IOException {
        String html = templates.process("pocket/pocket", page);
        String worker = text(CORE + "sentences.js") + "\n" + text(CORE + "wasm-gc-runtime.min.js") + "\n"
                + text(CORE + "worker.js");
        String data = Tree.text(object(
                "snapshot",
                snapshot,
                "words",
                carried.json(),
                "worker",
                worker,
                "core",
                Base64.getEncoder().encodeToString(bytes(CORE + "core.wasm"))));
        String inside = "<script type=\"application/json\" id=\"carried\">" + inScript(data) + "</script>"
                + script(text("pocket-file.js"))
                + script(text(ASSETS + "store.js"))
                + script(text(ASSETS + "without-server.js"))
                + script(text(ASSETS + "alpine.js"));
        return html.replaceAll("<script src=[^>]*></script>", "")
                .replaceAll("<link rel=\"stylesheet\"[^>]*>", "")
                .replace(
                        "</head>",
                        "<style>" + text(ASSETS + "app.css").replaceAll("@font-face\\{[^}]*\\}", "")
                                + "</style></head>")
                .replace("</body>", inside + "</body>");
    }

    private static String script(String text) {
        return "<script>" + inScript(text) + "</script>";
    }

    /** Nothing in it may be taken for its end. */
    private static String inScript(String text) {
        return text.replace("</script", "<\\/script").replace("<!--", "<\\!--");
    }

    private static String text(String path) throws IOException {
        return new String(bytes(path), StandardCharsets.UTF_8);
    }

    private static byte[] bytes(String path) throws IOException {
        try (InputStream in = new ClassPathResource(path).getInputStream()) {
            return in.readAllBytes();
        }
    }
}

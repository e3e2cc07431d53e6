package juiceswap.web.tls;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import juiceswap.web.drawing.QrCode;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.env.Environment;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** How a phone learns to trust this house; open to everybody, since it is where they begin. */
@Controller
@ConditionalOnProperty(HomeTls.DIRECTORY)
class TrustController {
    private static final MediaType AUTHORITY = MediaType.parseMediaType("application/x-x509-ca-cert");

    private final HouseAuthority authority;
    private final Environment environment;

    TrustController(HouseAuthority authority, Environment environment) {
        this.authority = authority;
        this.environment = environment;
    }

    @GetMapping("/trust")
    String trust(
            @RequestParam(defaultValue = "/") String to,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        String encrypted = PlainDoor.encrypted(request, environment);
        String plain =
                "http://" + request.getServerName() + ":" + environment.getProperty("juice.tls.plain-port", "8080");
        boolean path = to.startsWith("/") && !to.startsWith("//") && !to.startsWith("/trust");
        model.addAttribute("on", encrypted + (path ? to : "/"));
        model.addAttribute("probe", request.isSecure() ? null : encrypted + "/trust/known");
        model.addAttribute("fingerprint", authority.fingerprint());
        model.addAttribute("here", plain + "/trust");
        model.addAttribute("iosSteps", say("security.trust.ios.steps").split("\\|"));
        model.addAttribute("androidSteps", say("security.trust.android.steps").split("\\|"));
        model.addAttribute("picture", QrCode.of(plain + "/trust"));
        if (!request.isSecure()) {
            // the one page that asks elsewhere: whether this phone trusts the encrypted side already
            response.setHeader(
                    "Content-Security-Policy",
                    "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self';"
                            + " form-action 'self'; base-uri 'none'; frame-ancestors 'none'; connect-src 'self' "
                            + encrypted);
        }
        return "security/trust";
    }

    /** Reached over TLS only by who trusts it. */
    @GetMapping("/trust/known")
    ResponseEntity<Void> known() {
        return ResponseEntity.noContent()
                .header("Cross-Origin-Resource-Policy", "cross-origin")
                .build();
    }

    @GetMapping("/trust/authority.crt")
    ResponseEntity<byte[]> authority() {
        return ResponseEntity.ok()
                .contentType(AUTHORITY)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("juice-swap-authority.crt")
                                .build()
                                .toString())
                .body(authority.authorityCertificate());
    }
}

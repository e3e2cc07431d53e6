package juiceswap.web.swap;

import java.time.Duration;
import juiceswap.web.household.Pictures;
import juiceswap.web.security.Account;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.server.ResponseStatusException;

/** The household's own pictures, for whoever takes part in its outages. */
@RestController
class PictureController {
    private final Pictures pictures;

    PictureController(Pictures pictures) {
        this.pictures = pictures;
    }

    @GetMapping("/swap/pictures/{name}")
    ResponseEntity<byte[]> picture(@AuthenticationPrincipal Account account, @PathVariable String name) {
        byte[] jpeg = pictures.find(account.householdId(), name)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        // it never changes under its name
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
                .body(jpeg);
    }
}

package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static java.nio.charset.StandardCharsets.ISO_8859_1;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.FilePayload;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.HexFormat;
import javax.imageio.ImageIO;
import juiceswap.core.changeover.Action;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** The list of an engine's own controls: entered with pictures by its owner, followed one at a time by whoever starts it. */
class EngineJourneyTest extends OutageJourney {
    @AfterEach
    void noPictures() {
        db.execute("delete from picture");
    }

    /** A picture taken with the camera turned: red on its left, which is up once it is upright. */
    private static byte[] taken(int width, int height) throws IOException {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D drawn = image.createGraphics();
        drawn.setColor(Color.BLUE);
        drawn.fillRect(0, 0, width, height);
        drawn.setColor(Color.RED);
        drawn.fillRect(0, 0, width / 2, height);
        drawn.dispose();
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        ImageIO.write(image, "jpg", jpeg);
        byte[] plain = jpeg.toByteArray();
        // what a camera writes: how it was held (turn by 90 degrees), and in a text where it was
        byte[] noted = HexFormat.of()
                .parseHex("ffe1" + "0022" + "457869660000" + "4d4d002a00000008" + "0001" + "0112000300000001"
                        + "00060000" + "00000000");
        byte[] where = "\u00ff\u00fe\u0000\u000ctaken here".getBytes(ISO_8859_1);
        ByteArrayOutputStream whole = new ByteArrayOutputStream();
        whole.write(plain, 0, 2);
        whole.write(noted);
        whole.write(where);
        whole.write(plain, 2, plain.length - 2);
        return whole.toByteArray();
    }

    private static FilePayload file(byte[] content) {
        return new FilePayload("IMG_0001.JPG", "image/jpeg", content);
    }

    @Test
    void theOwnerEntersTheListAndWhoeverStartsTheEngineFollowsIt() throws IOException {
        db.execute("update household set file = file #- '{supply,start}'");
        Person ines = person(390, 844).enter("ines");
        ines.go("/house/supply");
        ines.press(ines.page.locator("a[href='/house/engine']"));
        ines.press(ines.page.locator("form[action$='/usual'] button"));
        Locator controls = ines.page.locator(".start-list > li");
        assertThat(controls.first()).containsText("Turn the vent on the tank cap to ON");
        int usual = controls.count();

        Locator first = controls.first();
        first.locator("input[name=note]").fill("On the red cap");
        first.locator("input[type=file]").setInputFiles(file(taken(400, 300)));
        first.locator("button").first().click();
        assertThat(controls.first().locator("img")).isVisible();
        assertThat(controls.first().locator("input[name=note]")).hasValue("On the red cap");

        // the wrong order is put right, and something of one's own added
        controls.nth(2).locator("button[value=earlier]").click();
        assertThat(controls.nth(1)).containsText("Turn the engine switch ON");
        Locator add = ines.page.locator("#add");
        add.locator("select").selectOption("other");
        add.locator("button").click();
        assertThat(ines.page.locator("#add .problem")).containsText("say what it is");
        ines.page.locator("#add input[name=note]").fill("Lift the cover first");
        ines.press(ines.page.locator("#add button"));
        assertThat(controls).hasCount(usual + 1);

        byte[] kept = db.fetchSingle("select jpeg from picture").get(0, byte[].class);
        assertThat(new String(kept, ISO_8859_1)).doesNotContain("Exif").doesNotContain("taken here");
        BufferedImage upright = ImageIO.read(new ByteArrayInputStream(kept));
        assertThat(upright.getHeight()).isGreaterThan(upright.getWidth());
        assertThat(new Color(upright.getRGB(upright.getWidth() / 2, 20)).getRed())
                .isGreaterThan(200);

        ines.go("/now");
        ines.press(ines.page.locator("button[value=outage]"));
        assertThat(ines.page.locator("main.swap")).isVisible();
        advance(ines, Action.START_ENGINE);
        Locator steps = ines.page.locator(".swap .start-list [data-one]");
        assertThat(steps).hasCount(usual + 1);
        assertThat(steps.first()).containsText("On the red cap");
        assertThat(steps.first().locator("img")).isVisible();
        assertThat(steps.nth(1)).isHidden();
        ines.press(ines.page.locator("[data-turn] button"));
        assertThat(steps.nth(1)).isVisible();
        ines.confirm();
        assertThat(ines.page.locator(".swap .start-list")).hasCount(0);
    }

    @Test
    void aLargePictureIsMadeSmallBeforeItIsSentAndWhatIsNoneIsRefusedAtItsField() throws IOException {
        Person ines = person(390, 844).enter("ines");
        ines.go("/house/engine");
        ines.page.locator("#add select").selectOption("primer");
        ines.page.locator("#add input[name=note]").fill("Rubber, below the filter");
        ines.page.locator("#add input[type=file]").setInputFiles(file("no picture at all".getBytes(ISO_8859_1)));
        ines.press(ines.page.locator("#add button"));
        assertThat(ines.page.locator("#add .problem")).containsText("no picture that can be read");
        // what was typed is still there
        assertThat(ines.page.locator("#add input[name=note]")).hasValue("Rubber, below the filter");

        // the same at a control that is there already
        Locator first = ines.page.locator(".start-list > li").first();
        first.locator("input[type=file]").setInputFiles(file("no picture either".getBytes(ISO_8859_1)));
        first.locator("button").first().click();
        assertThat(ines.page.locator(".start-list > li").first().locator(".problem"))
                .containsText("no picture that can be read");

        byte[] large = noisy(4000, 3000);
        assertThat(large.length).isGreaterThan(1_000_000);
        ines.page.locator("#add select").selectOption("primer");
        ines.page.locator("#add input[type=file]").setInputFiles(file(large));
        ines.page.waitForFunction("() => document.querySelector('#add input[type=file]').files[0].size < 1000000");
        ines.press(ines.page.locator("#add button"));
        assertThat(ines.page.locator(".start-list img")).hasCount(1);
    }

    /** As large as what a phone takes. */
    private static byte[] noisy(int width, int height) throws IOException {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        java.util.Random random = new java.util.Random(1);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                image.setRGB(x, y, random.nextInt(0x303030) + (x * y & 0x8f8f8f));
            }
        }
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        ImageIO.write(image, "jpg", jpeg);
        return jpeg.toByteArray();
    }

    @Test
    void aPictureIsForThisHouseholdAlone() throws IOException {
        Person ines = person(390, 844).enter("ines");
        ines.go("/house/engine");
        Locator first = ines.page.locator(".start-list > li").first();
        first.locator("input[type=file]").setInputFiles(file(taken(200, 100)));
        first.locator("button").first().click();
        String picture = ines.page.locator(".start-list img").first().getAttribute("src");
        assertThat(ines.page.request().get(ines.address(picture)).status()).isEqualTo(200);
        assertThat(ines.page
                        .request()
                        .get(ines.address("/swap/pictures/0000000000000000"))
                        .status())
                .isEqualTo(404);
        Person nobody = person(390, 844);
        nobody.page.navigate(ines.address(picture));
        assertThat(nobody.page.url()).contains("/sign-in");
    }
}

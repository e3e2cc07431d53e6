package juiceswap.web.print;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.File;
import java.io.IOException;
import java.util.List;
import java.util.Objects;
import javax.imageio.ImageIO;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.core.supply.StartControl;
import juiceswap.web.TestDatabase;
import juiceswap.web.household.Households;
import juiceswap.web.household.Pictures;
import juiceswap.web.outage.Outages;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors;
import org.springframework.security.test.web.servlet.setup.SecurityMockMvcConfigurers;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.context.WebApplicationContext;

/** What is printed, read back as text: for this very house, whole, and on the paper that was asked for. */
@SpringBootTest(properties = "juice.demo=true")
class PrintTest {
    @Autowired
    private WebApplicationContext context;

    @Autowired
    private Accounts accounts;

    @Autowired
    private Households households;

    @Autowired
    private Outages outages;

    @Autowired
    private Sheets sheets;

    @Autowired
    private Pictures pictures;

    private MockMvc pages;
    private Account ines;
    private Household household;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.register(registry);
    }

    @BeforeEach
    void signIn() {
        pages = MockMvcBuilders.webAppContextSetup(context)
                .apply(SecurityMockMvcConfigurers.springSecurity())
                .build();
        ines = accounts.called("ines");
        household = households.file(ines.householdId()).orElseThrow();
    }

    private MockHttpServletResponse get(String path) throws Exception {
        return pages.perform(MockMvcRequestBuilders.get(path)
                        .with(SecurityMockMvcRequestPostProcessors.authentication(ines.signedIn())))
                .andReturn()
                .getResponse();
    }

    private PDDocument print(String path) throws Exception {
        MockHttpServletResponse response = get(path);
        assertThat(response.getStatus()).as(path).isEqualTo(200);
        assertThat(response.getContentType()).isEqualTo("application/pdf");
        PDDocument document = Loader.loadPDF(response.getContentAsByteArray());
        picture(document, path);
        return document;
    }

    /** To be looked at, where somebody wants to. */
    private static void picture(PDDocument document, String path) throws IOException {
        String folder = System.getenv("JUICE_PAPER");
        if (folder != null) {
            for (int page = 0; page < document.getNumberOfPages(); page++) {
                BufferedImage image = new PDFRenderer(document).renderImageWithDPI(page, 80);
                String name = path.replaceAll("[^a-z0-9]+", "-") + page + ".png";
                ImageIO.write(image, "png", new File(folder, name));
            }
        }
    }

    private static String text(PDDocument document) throws IOException {
        return new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
    }

    @ParameterizedTest
    @CsvSource({"letter, 612", "a4, 595"})
    void theCardIsOnePageASideAndHasEveryBreaker(String paper, int width) throws Exception {
        try (PDDocument card = print("/print/card.pdf?paper=" + paper)) {
            assertThat(card.getNumberOfPages()).isEqualTo(2);
            assertThat(card.getPage(0).getMediaBox().getWidth()).isBetween(width - 1f, width + 1f);
            String text = text(card);
            for (HomeCircuit circuit : household.circuits()) {
                assertThat(text).contains(circuit.circuit().label());
            }
            assertThat(text)
                    .contains("Onto the generator", "Back on utility power", "STOP", "CO alarm sounds", "call 911")
                    .contains(Sheets.version(household))
                    .doesNotContain("#");
            assertThat(text.indexOf("main breaker OFF")).isPositive().isLessThan(text.indexOf("generator input ON"));
        }
    }

    /** One of them may be lent when the lights go out, and the card hangs there all the same. */
    @Test
    void ofTwoGeneratorsTheCardSaysWhatStaysOffWithEitherAlone() throws Exception {
        assertThat(cardWithASecondOf(0.25))
                .contains("One of the two generators is away")
                .contains("With the first one here: everything that is turned ON above fits")
                .containsPattern("With the second one here: leave OFF \\d");
        assertThat(cardWithASecondOf(0.001)).contains("With the second one here: it starts none of what is turned ON");
    }

    private String cardWithASecondOf(double share) throws Exception {
        Generator whole = Objects.requireNonNull(household.setup().source().engine());
        households.change(
                ines.householdId(),
                null,
                "Ines",
                "a small one beside it",
                house -> house.withSupply(
                        house.supply().withSource(new ParallelGenerators(whole, whole.scaled(share)))));
        try (PDDocument card = print("/print/card.pdf")) {
            assertThat(card.getNumberOfPages()).isEqualTo(2);
            return text(card);
        } finally {
            households.undo(ines.householdId());
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"stand-in", "start-list", "directory", "labels", "day", "brief"})
    void everySheetIsTextAndSaysWhoseItIs(String sheet) throws Exception {
        for (String paper : List.of("letter", "a4")) {
            try (PDDocument document = print("/print/" + sheet + ".pdf?paper=" + paper)) {
                String text = text(document);
                assertThat(text).as(sheet).hasSizeGreaterThan(100).doesNotContain("#", "??");
                if (!sheet.equals("labels")) {
                    assertThat(text).contains(household.name(), Sheets.version(household));
                }
                if (sheet.equals("directory") || sheet.equals("labels")) {
                    for (HomeCircuit circuit : household.circuits()) {
                        assertThat(text).contains(circuit.circuit().label());
                    }
                }
            }
        }
    }

    /** Names of people and places are written in more letters than the fonts of every reader of PDF have. */
    @Test
    void everyLetterOfANameIsPrinted() throws Exception {
        households.change(
                ines.householdId(),
                null,
                "Ines",
                "another name",
                house -> house.withAbout(house.about().withName("Żółta Łąka, Ďáblice")));
        try (PDDocument document = print("/print/directory.pdf")) {
            assertThat(text(document)).contains("Żółta Łąka, Ďáblice").doesNotContain("#");
        } finally {
            households.undo(ines.householdId());
        }
    }

    /** The list is there with the picture that was taken, and text is still text. */
    @Test
    void theStartListIsPrintedWithItsPictures() throws Exception {
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(300, 200, BufferedImage.TYPE_INT_RGB), "jpg", jpeg);
        String name = pictures.add(ines.householdId(), jpeg.toByteArray(), "/photo");
        StartControl valve = new StartControl(StartControl.Kind.FUEL_VALVE, "Left of the cord", name);
        households.change(
                ines.householdId(),
                null,
                "Ines",
                "a picture",
                house -> house.withSupply(
                        house.supply().withStart(List.of(valve, StartControl.of(StartControl.Kind.PULL)))));
        try (PDDocument document = print("/print/start-list.pdf")) {
            assertThat(text(document)).contains("Left of the cord", "1", "2").doesNotContain("#", "??");
            int pictures = 0;
            for (COSName one : document.getPage(0).getResources().getXObjectNames()) {
                pictures += document.getPage(0).getResources().isImageXObject(one) ? 1 : 0;
            }
            assertThat(pictures).isEqualTo(1);
        }
        try (PDDocument document = print("/print/stand-in.pdf")) {
            assertThat(text(document)).contains("Left of the cord");
        } finally {
            households.undo(ines.householdId());
        }
    }

    @Test
    void anOutageIsPrintedAsItWasLogged() throws Exception {
        Outages.Summary first = outages.all(ines.householdId()).get(0);
        try (PDDocument document = print("/print/outage/" + first.id() + ".pdf")) {
            assertThat(text(document)).contains("Began:", "The log", "On the generator", "gal");
        }
        assertThat(get("/print/outage/999999.pdf").getStatus()).isEqualTo(404);
    }

    @Test
    void theHouseKnowsWhenWhatHangsThereIsOutOfDate() throws Exception {
        print("/print/card.pdf").close();
        assertThat(sheets.outOfDate(ines.householdId(), household)).isEmpty();
        HomeCircuit any = household.circuits().get(0);
        Household changed = household.without(any.id());
        assertThat(sheets.outOfDate(ines.householdId(), changed)).isPresent();
        assertThat(get("/print").getStatus()).isEqualTo(200);
    }
}

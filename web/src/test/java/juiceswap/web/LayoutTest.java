package juiceswap.web;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.equivalentTo;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import io.soabase.recordbuilder.core.RecordBuilderGenerated;
import java.io.IOException;
import java.io.Serializable;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The packages keep to their places. */
class LayoutTest {
    private static final int LONGEST_LINE = 160;
    private static final int MOST_COMPONENTS = 8;
    private static final Pattern ELEMENT = Pattern.compile("<[\\w:]+(?:\\s+[\\w:@.-]+(?:=\"[^\"]*\")?)*\\s*/?>");

    // the tests of the core are a jar of their own here
    private static final JavaClasses ALL = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .withImportOption(location -> !location.contains("tests.jar") && !location.contains("test-classes"))
            .importPackages("juiceswap");

    @Test
    void theCoreKnowsNoFrameworkAndDoesNoInputOrOutput() {
        classes()
                .that()
                .resideInAPackage("juiceswap.core..")
                .should()
                .onlyDependOnClassesThat(resideInAnyPackage(
                                "juiceswap.core..",
                                "java.lang..",
                                "java.util..",
                                "java.time..",
                                "org.jspecify..",
                                "org.ejml..",
                                // annotations from which builders are made while compiling
                                "io.soabase.recordbuilder.core..")
                        // a mark that a value may be kept in a session, nothing that reads or writes
                        .or(equivalentTo(Serializable.class)))
                .check(ALL);
        noClasses()
                .that()
                .resideInAPackage("juiceswap.core..")
                .should()
                .callMethod(System.class, "nanoTime")
                .orShould()
                .callMethod(System.class, "currentTimeMillis")
                .check(ALL);
    }

    @Test
    void theOpenFormatsKnowNoFrameworkEither() {
        classes()
                .that()
                .resideInAPackage("juiceswap.exchange..")
                .should()
                .onlyDependOnClassesThat(resideInAnyPackage(
                        "juiceswap.exchange..",
                        "juiceswap.core..",
                        "java.lang..",
                        "java.util..",
                        "java.time..",
                        "org.jspecify..",
                        "com.eclipsesource.json.."))
                .check(ALL);
    }

    @Test
    void packagesOfTheCoreDoNotDependOnEachOtherInCircles() {
        slices().matching("juiceswap.core.(*)..").should().beFreeOfCycles().check(ALL);
    }

    @Test
    void whatIsStoredOrSaidIsNeverTheJavaNameOfAValue() {
        noClasses().should().callMethod(Enum.class, "name").check(ALL);
        noClasses()
                .that()
                .areNotEnums()
                .should()
                .callMethod(Enum.class, "valueOf", Class.class, String.class)
                .check(ALL);
    }

    @Test
    void packagesOfTheWebDoNotDependOnEachOtherInCircles() {
        slices().matching("juiceswap.web.(*)..").should().beFreeOfCycles().check(ALL);
    }

    /** The log of an outage is what pages stand on; it knows none of them. */
    @Test
    void theOutageKnowsNoPage() {
        noClasses()
                .that()
                .resideInAPackage("juiceswap.web.outage..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "juiceswap.web.swap..",
                        "juiceswap.web.now..",
                        "juiceswap.web.rotate..",
                        "juiceswap.web.meter..",
                        "juiceswap.web.house..",
                        "juiceswap.web.logbook..",
                        "juiceswap.web.drawing..")
                .check(ALL);
    }

    @Test
    void everyPackageSaysWhatMayBeNull() throws IOException {
        for (Path sources : List.of(
                Path.of("src/main/java"),
                Path.of("../core/src/main/java"),
                Path.of("../exchange/src/main/java"),
                Path.of("../pocket/src/main/java"))) {
            try (Stream<Path> packages = Files.walk(sources)) {
                for (Path one : packages.filter(LayoutTest::hasClasses).toList()) {
                    assertThat(one.resolve("package-info.java")).content().contains("@NullMarked");
                }
            }
        }
    }

    /** Of nine values in a row nobody sees which is which: a record of so many is put together by name. */
    @Test
    void aLargeRecordIsPutTogetherByName() {
        List<String> byPosition = ALL.stream()
                .filter(JavaClass::isRecord)
                .filter(type -> type.reflect().getRecordComponents().length > MOST_COMPONENTS)
                .flatMap(type -> type.getConstructors().stream()
                        .filter(constructor -> constructor.getParameters().size()
                                == type.reflect().getRecordComponents().length)
                        .flatMap(constructor -> constructor.getCallsOfSelf().stream())
                        .filter(call -> !putsTogether(call.getOriginOwner(), type)))
                .map(call -> call.getDescription())
                .toList();

        assertThat(byPosition).isEmpty();
    }

    private static boolean putsTogether(JavaClass caller, JavaClass type) {
        return caller.equals(type)
                || caller.getEnclosingClass().map(type::equals).orElse(false)
                || caller.isAnnotatedWith(RecordBuilderGenerated.class);
    }

    private static boolean hasClasses(Path directory) {
        String[] names = directory.toFile().list((in, name) -> name.endsWith(".java"));
        return names != null && names.length > 0;
    }

    @Test
    void theEngineApiKnowsNothingOfPagesOrStorage() {
        noClasses()
                .that()
                .resideInAPackage("juiceswap.web.api..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "juiceswap.web.swap..",
                        "juiceswap.web.house..",
                        "juiceswap.web.household..",
                        "juiceswap.web.db..",
                        "org.jooq..")
                .check(ALL);
    }

    @Test
    void noLineOfATemplateIsTooLongToRead() throws IOException {
        try (Stream<Path> templates = Files.walk(Path.of("src/main/resources/templates"))) {
            for (Path template : templates.filter(Files::isRegularFile).toList()) {
                assertThat(Files.readAllLines(template))
                        .as(template.toString())
                        .allMatch(line -> line.length() <= LONGEST_LINE);
            }
        }
    }

    /** Where an element is replaced its conditions go with it, unread: they belong on one around it. */
    @Test
    void whatIsReplacedHasNoConditionOfItsOwn() throws IOException {
        try (Stream<Path> templates = Files.walk(Path.of("src/main/resources/templates"))) {
            for (Path template : templates.filter(Files::isRegularFile).toList()) {
                List<String> unread = ELEMENT.matcher(Files.readString(template))
                        .results()
                        .map(found -> found.group().replaceAll("\\s+", " "))
                        .filter(element -> element.contains(" th:replace="))
                        .filter(element -> element.contains(" th:if=") || element.contains(" th:unless="))
                        .toList();
                assertThat(unread).as(template.toString()).isEmpty();
            }
        }
    }
}

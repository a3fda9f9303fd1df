package app.pervius.core;

import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.time.Clock;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The walls of the core hold. */
class WallsTest {

    private static final JavaClasses CORE = new ClassFileImporter().withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("app.pervius.core");
    private static final List<String> STATIONS = List.of("identify", "number", "prepare", "review", "issue");

    @Test
    void theCoreSeesNoFrameworkAndDoesNoInputOrOutput() {
        classes().that().resideInAPackage("app.pervius.core..").should().onlyDependOnClassesThat()
                .resideInAnyPackage("app.pervius.core..", "java.lang..", "java.util..", "java.time..", "java.text..",
                        "org.jspecify.annotations..").check(CORE);
    }

    @Test
    void theCoreKnowsNoClockButTheOneHandedIn() {
        noClasses().should().dependOnClassesThat().areAssignableTo(Clock.class)
                .orShould().callMethod(java.time.Instant.class, "now").orShould().callMethod(java.time.LocalDate.class, "now")
                .orShould().callMethod(System.class, "currentTimeMillis").check(CORE);
    }

    @Test
    void noStationSeesAnother() {
        for (String station : STATIONS) {
            String[] others = STATIONS.stream().filter(s -> !s.equals(station)).map(s -> "app.pervius.core." + s + "..")
                    .toArray(String[]::new);
            noClasses().that().resideInAPackage("app.pervius.core." + station + "..").should().dependOnClassesThat()
                    .resideInAnyPackage(others).check(CORE);
        }
    }

    @Test
    void noRecordHasMoreThanTwelveParts() {
        assertThat(CORE.stream().filter(JavaClass::isRecord).filter(c -> c.getFields().stream()
                .filter(f -> !f.getModifiers().contains(JavaModifier.STATIC)).count() > 12).map(JavaClass::getName)).isEmpty();
    }

    @Test
    void packagesHaveNoCycles() {
        slices().matching("app.pervius.core.(*)..").should().beFreeOfCycles().check(CORE);
    }
}

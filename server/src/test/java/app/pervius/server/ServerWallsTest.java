package app.pervius.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import jakarta.persistence.Entity;
import org.junit.jupiter.api.Test;
import org.springframework.data.repository.Repository;
import org.springframework.web.bind.annotation.RestController;

class ServerWallsTest {

    private static final JavaClasses SERVER = new ClassFileImporter().withImportOption(new ImportOption.DoNotIncludeTests()).importPackages("app.pervius.server");

    @Test
    void featuresHaveNoCycles() {
        slices().matching("app.pervius.server.(*)..").should().beFreeOfCycles().check(SERVER);
    }

    @Test
    void nothingReachesIntoAnotherFeaturesRows() {
        classes().that().areAnnotatedWith(Entity.class).should().bePackagePrivate().check(SERVER);
        classes().that().areAssignableTo(Repository.class).should().bePackagePrivate().check(SERVER);
    }

    @Test
    void controllersAreTheOutermostLayer() {
        noClasses().should().dependOnClassesThat().areAnnotatedWith(RestController.class).orShould().dependOnClassesThat().haveSimpleNameEndingWith("Controller")
                .because("nothing behind a call needs the call").check(SERVER.that(com.tngtech.archunit.base.DescribedPredicate.describe("no controllers, nor what is in them, nor the mail room's sender",
                        c -> !c.getName().contains("Controller") && !c.getName().contains("MailRoom"))));
    }
}

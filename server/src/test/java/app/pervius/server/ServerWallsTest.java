package app.pervius.server;

import static com.tngtech.archunit.core.domain.JavaCall.Predicates.target;
import static com.tngtech.archunit.core.domain.properties.HasName.Predicates.nameMatching;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.domain.JavaPackage;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import jakarta.persistence.Entity;
import jakarta.validation.constraints.NotNull;
import java.lang.reflect.RecordComponent;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.boot.autoconfigure.condition.ConditionalOnExpression;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Profile;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

class ServerWallsTest {

    private static final JavaClasses SERVER = new ClassFileImporter().withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("app.pervius.server");

    @Test
    void featuresHaveNoCycles() {
        slices().matching("app.pervius.server.(*)..").should().beFreeOfCycles().check(SERVER);
    }

    /** What a feature uses stands in its {@code package-info}, so that a new arrow is seen by whoever draws it and whoever reviews it. */
    @Test
    void featuresUseWhatTheySayAndNothingElse() {
        Map<String, Set<String>> used = new TreeMap<>();
        Map<String, Set<String>> said = new TreeMap<>();
        JavaPackage server = SERVER.getPackage("app.pervius.server");
        for (JavaPackage feature : server.getSubpackages()) {
            said.put(feature.getRelativeName(), new TreeSet<>(List.of(feature.getAnnotationOfType(Feature.class).uses())));
            used.put(feature.getRelativeName(), feature.getClassDependenciesFromThisPackageTree().stream()
                    .map(dependency -> dependency.getTargetClass().getPackageName()).filter(name -> name.startsWith("app.pervius.server."))
                    .map(name -> name.split("\\.")[3]).filter(name -> !name.equals(feature.getRelativeName()))
                    .collect(Collectors.toCollection(TreeSet::new)));
        }
        assertThat(used).hasSizeGreaterThan(30).isEqualTo(said);
    }

    /** Rows and what reads them are a feature's own; its rooms may share them. */
    @Test
    void nothingReachesIntoAnotherFeaturesRows() {
        List<JavaClass> rows = SERVER.stream().filter(c -> c.isAnnotatedWith(Entity.class) || c.isAssignableTo(Repository.class)).toList();
        assertThat(rows).hasSizeGreaterThan(60);
        assertThat(rows.stream().flatMap(row -> row.getDirectDependenciesToSelf().stream())
                .filter(dependency -> !feature(dependency.getOriginClass()).equals(feature(dependency.getTargetClass())))
                .map(dependency -> dependency.getDescription())).isEmpty();
    }

    private static String feature(JavaClass of) {
        return of.getPackageName().split("\\.")[3];
    }

    /** What a start consists of was worked out when it was built: what a setting decided then, would hold for every later start. */
    @Test
    void noPartIsThereOrNotByASetting() {
        noClasses().should().beMetaAnnotatedWith(ConditionalOnProperty.class).orShould().beMetaAnnotatedWith(ConditionalOnExpression.class)
                .check(SERVER);
        assertThat(SERVER.stream().filter(c -> c.isAnnotatedWith(Profile.class))
                .flatMap(c -> Stream.of(c.getAnnotationOfType(Profile.class).value())).collect(Collectors.toSet()))
                .isSubsetOf("demo", "!demo");
    }

    /** A list that is short today costs its square when it is long. */
    @Test
    void rowsOfManyKeysAreReadInPortions() {
        noClasses().should().callMethodWhere(target(nameMatching("findAllById|findAllByIdIn|deleteAllById(InBatch)?"))).check(SERVER);
    }

    /** Whoever needs more has several things to do. */
    @Test
    void noPartNeedsMoreThanNineOthersAndNoRecordHasMoreThanTwelveParts() {
        assertThat(SERVER.stream().filter(c -> c.isMetaAnnotatedWith(Component.class)).flatMap(c -> c.getConstructors().stream())
                .filter(c -> c.getRawParameterTypes().size() > 9).map(c -> c.getFullName())).isEmpty();
        assertThat(SERVER.stream().filter(JavaClass::isRecord).filter(c -> c.getFields().stream()
                .filter(f -> !f.getModifiers().contains(JavaModifier.STATIC)).count() > 12).map(JavaClass::getName)).isEmpty();
    }

    @Test
    void controllersAreTheOutermostLayer() {
        noClasses().should().dependOnClassesThat().areAnnotatedWith(RestController.class).orShould().dependOnClassesThat()
                .haveSimpleNameEndingWith("Controller")
                .because("nothing behind a call needs the call").check(
                        SERVER.that(com.tngtech.archunit.base.DescribedPredicate.describe(
                        "no controllers, nor what is in them, nor the mail room's sender",
                        c -> !c.getName().contains("Controller") && !c.getName().contains("MailRoom"))));
    }

    /** {@code Outer.@NotNull Nested part} says something of the type that nobody looks at: nothing would be refused. */
    @Test
    void whatIsNeededIsSaidWhereItIsLookedFor() {
        List<RecordComponent> parts = SERVER.stream().filter(JavaClass::isRecord).map(JavaClass::reflect)
                .flatMap(type -> Stream.of(type.getRecordComponents())).toList();
        assertThat(parts.stream().filter(part -> part.getAccessor().isAnnotationPresent(NotNull.class))).hasSizeGreaterThan(100);
        assertThat(parts.stream().filter(part -> part.getAnnotatedType().isAnnotationPresent(NotNull.class)
                && !part.getAccessor().isAnnotationPresent(NotNull.class))).isEmpty();
    }

    /** The description of the API calls its parts by their simple names, so two of one name would silently be taken for one. */
    @Test
    void noTwoPartsOfTheApiHaveOneName() {
        Map<String, Set<String>> byName = new TreeMap<>();
        Set<JavaClass> seen = new HashSet<>();
        Deque<JavaClass> left = new ArrayDeque<>();
        SERVER.stream().filter(c -> c.isAnnotatedWith(RestController.class)).flatMap(c -> c.getMethods().stream())
                .filter(m -> m.isMetaAnnotatedWith(RequestMapping.class)).forEach(m -> left.addAll(m.getAllInvolvedRawTypes()));
        while (!left.isEmpty()) {
            JavaClass type = left.pop();
            if (type.isRecord() && type.getPackageName().startsWith("app.pervius") && seen.add(type)) {
                byName.computeIfAbsent(type.getSimpleName(), k -> new TreeSet<>()).add(type.getName());
                type.getFields().stream().filter(f -> !f.getModifiers().contains(JavaModifier.STATIC))
                        .forEach(f -> left.addAll(f.getAllInvolvedRawTypes()));
            }
        }
        assertThat(byName).hasSizeGreaterThan(100);
        assertThat(byName.values().stream().filter(named -> named.size() > 1)).isEmpty();
    }
}

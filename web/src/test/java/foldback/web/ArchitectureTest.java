package foldback.web;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.methods;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noMethods;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaMethod;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Holds the arrows between modules, the floors of core, and who may start processes. */
class ArchitectureTest {
    private static final int MOST_FILES = 18;
    private static final List<String> MODULES = List.of("core", "media", "engine", "cli", "sim", "gauge", "web");
    /** The stages of core that there are or will be; those without a package hold nothing yet. */
    private static final List<String> STAGES = List.of(
            "sync", "solve", "balance", "seam", "flow", "level", "steady", "depth", "stills", "mend", "framing",
            "join");

    private static final JavaClasses CLASSES = new ClassFileImporter()
            .importPaths(MODULES.stream()
                    .map(module -> Path.of("..", module, "target", "classes", "foldback", module))
                    .filter(Files::isDirectory)
                    .toList());

    @Test
    void modulesUseOnlyWhatTheArrowsAllow() {
        layeredArchitecture()
                .consideringOnlyDependenciesInLayers()
                .withOptionalLayers(true)
                .layer("core")
                .definedBy("foldback.core..")
                .layer("media")
                .definedBy("foldback.media..")
                .layer("engine")
                .definedBy("foldback.engine..")
                .layer("cli")
                .definedBy("foldback.cli..")
                .layer("sim")
                .definedBy("foldback.sim..")
                .layer("gauge")
                .definedBy("foldback.gauge..")
                .layer("web")
                .definedBy("foldback.web..")
                .whereLayer("media")
                .mayOnlyAccessLayers("core")
                .whereLayer("engine")
                .mayOnlyAccessLayers("media", "core")
                .whereLayer("cli")
                .mayOnlyAccessLayers("engine", "media", "core")
                .whereLayer("sim")
                .mayOnlyAccessLayers("media", "core")
                .whereLayer("gauge")
                .mayOnlyAccessLayers("engine", "sim", "media", "core")
                .whereLayer("web")
                .mayOnlyAccessLayers("engine", "media", "core")
                .whereLayer("core")
                .mayNotAccessAnyLayer()
                .check(CLASSES);
    }

    @Test
    void coreUsesTheJdkAndFastTransformsAndNoFilesProcessesOrWindows() {
        classes()
                .that()
                .resideInAPackage("foldback.core..")
                .should()
                .onlyDependOnClassesThat()
                .resideInAnyPackage(
                        "foldback.core..",
                        "java.lang..",
                        "java.util..",
                        "java.nio",
                        "org.jtransforms..",
                        "org.ejml..",
                        "boofcv..",
                        "georegression..")
                .check(CLASSES);
    }

    @Test
    void theFloorsOfCoreUseLowerFloorsOnly() {
        List<List<String>> floors = List.of(
                List.of("space", "time", "keys", "sound", "numeric", "picture", "run"),
                List.of("lens", "rig"),
                List.of("warp", "tone"),
                List.of("motion", "match", "overlap", "follow", "matte"),
                STAGES,
                List.of("stitch", "measure", "finish"),
                List.of("recipe"));
        for (int low = 0; low < floors.size(); low++) {
            String[] above = floors.stream()
                    .skip(low + 1L)
                    .flatMap(List::stream)
                    .map(ArchitectureTest::corePackage)
                    .toArray(String[]::new);
            if (above.length > 0) {
                noClasses()
                        .that()
                        .resideInAnyPackage(floors.get(low).stream()
                                .map(ArchitectureTest::corePackage)
                                .toArray(String[]::new))
                        .should()
                        .dependOnClassesThat()
                        .resideInAnyPackage(above)
                        .allowEmptyShould(true)
                        .check(CLASSES);
            }
        }
        assertThat(CLASSES.stream()
                        .map(JavaClass::getPackageName)
                        .filter(name -> name.startsWith("foldback.core."))
                        .map(name -> name.split("\\.")[2])
                        .distinct())
                .as("every package of core has a floor")
                .isSubsetOf(floors.stream().flatMap(List::stream).toList());
    }

    /** Their upkeep must not wait on the pool that parallel loops share. */
    @Test
    void cachesBeginInOnePlace() {
        noClasses()
                .that()
                .resideOutsideOfPackage("foldback.engine.cache")
                .should()
                .callMethod("com.github.benmanes.caffeine.cache.Caffeine", "newBuilder")
                .check(CLASSES);
    }

    @Test
    void stagesDoNotUseEachOtherButByTheNamedArrows() {
        Map<String, String> allowed = Map.of("seam", "flow", "depth", "seam", "framing", "steady");
        for (String stage : STAGES) {
            String[] others = STAGES.stream()
                    .filter(other -> !other.equals(stage) && !other.equals(allowed.get(stage)))
                    .map(ArchitectureTest::corePackage)
                    .toArray(String[]::new);
            noClasses()
                    .that()
                    .resideInAPackage(corePackage(stage))
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(others)
                    .allowEmptyShould(true)
                    .check(CLASSES);
        }
    }

    @Test
    void mediaKnowsNoDecisions() {
        noClasses()
                .that()
                .resideInAPackage("foldback.media..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("foldback.core.recipe..")
                .check(CLASSES);
    }

    @Test
    void onlyOneClassStartsProcesses() {
        noClasses()
                .that()
                .doNotHaveFullyQualifiedName("foldback.media.process.Children")
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.lang.ProcessBuilder")
                .check(CLASSES);
    }

    @Test
    void packagesStaySmall() throws Exception {
        Map<Path, Long> filesByFolder = new TreeMap<>();
        for (String module : MODULES) {
            try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "main", "java"))) {
                filesByFolder.putAll(files.filter(file -> file.toString().endsWith(".java"))
                        .filter(file -> !file.endsWith("package-info.java"))
                        .collect(Collectors.groupingBy(Path::getParent, Collectors.counting())));
            }
        }
        assertThat(filesByFolder)
                .allSatisfy((folder, count) ->
                        assertThat(count).as("files in %s", folder).isLessThanOrEqualTo(MOST_FILES));
        for (String module : MODULES) {
            assertThat(filesByFolder.keySet())
                    .as("folders of %s", module)
                    .anyMatch(folder -> folder.startsWith(Path.of("..", module)));
        }
    }

    @Test
    void everyPackageSaysWhatIsInIt() throws Exception {
        for (String module : MODULES) {
            try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "main", "java"))) {
                List<Path> folders = files.filter(file -> file.toString().endsWith(".java"))
                        .map(Path::getParent)
                        .distinct()
                        .toList();
                assertThat(folders)
                        .as("packages of %s", module)
                        .isNotEmpty()
                        .allSatisfy(folder ->
                                assertThat(folder.resolve("package-info.java")).exists());
            }
        }
    }

    /** A boolean at a call says nothing to who reads it: an enum, a settings field, or two methods do. */
    @Test
    void methodsThatOthersCallTakeNoBooleans() {
        methods()
                .that()
                .areDeclaredInClassesThat()
                .resideInAnyPackage("foldback.core..", "foldback.media..", "foldback.engine..", "foldback.sim..")
                .and()
                .areNotPrivate()
                .should(new ArchCondition<>("take no boolean") {
                    @Override
                    public void check(JavaMethod method, ConditionEvents events) {
                        boolean takes = method.getRawParameterTypes().stream()
                                .anyMatch(type -> type.getName().equals("boolean"));
                        boolean generated = method.getModifiers().contains(JavaModifier.SYNTHETIC)
                                || method.getName().equals("equals");
                        events.add(new SimpleConditionEvent(method, !takes || generated, method.getFullName()));
                    }
                })
                .check(CLASSES);
    }

    /** A verb with an object says what a method does. */
    @Test
    void methodsAreNotNamedByAParticipleAlone() {
        noMethods().should().haveNameMatching("made|looked|asked|each").check(CLASSES);
    }

    private static String corePackage(String name) {
        return "foldback.core." + name + "..";
    }
}

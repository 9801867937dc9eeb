package molvet.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** Rooms depend downwards only, and no framework comes into the core. */
@AnalyzeClasses(packages = "molvet.core", importOptions = ImportOption.DoNotIncludeTests.class)
class HouseTest {
    @ArchTest
    static final ArchRule ROOMS_DEPEND_DOWNWARDS = layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .layer("measure")
            .definedBy("molvet.core.measure")
            .layer("colour")
            .definedBy("molvet.core.colour")
            .layer("pigment")
            .definedBy("molvet.core.pigment")
            .layer("maker")
            .definedBy("molvet.core.maker")
            .layer("collection")
            .definedBy("molvet.core.collection")
            .layer("shelf")
            .definedBy("molvet.core.shelf")
            .layer("arrival")
            .definedBy("molvet.core.arrival")
            .layer("chart")
            .definedBy("molvet.core.chart")
            .layer("reading")
            .definedBy("molvet.core.reading")
            .layer("choosing")
            .definedBy("molvet.core.choosing")
            .whereLayer("choosing")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("reading")
            .mayOnlyBeAccessedByLayers("choosing")
            .whereLayer("arrival")
            .mayOnlyBeAccessedByLayers("reading", "choosing")
            .whereLayer("chart")
            .mayOnlyBeAccessedByLayers("reading", "choosing")
            .whereLayer("shelf")
            .mayOnlyBeAccessedByLayers("reading", "choosing")
            .whereLayer("collection")
            .mayOnlyBeAccessedByLayers("shelf", "arrival", "chart", "reading", "choosing")
            .whereLayer("maker")
            .mayOnlyBeAccessedByLayers("collection", "shelf", "arrival", "chart", "reading", "choosing")
            .whereLayer("pigment")
            .mayOnlyBeAccessedByLayers("maker", "collection", "shelf", "arrival", "chart", "reading", "choosing");

    @ArchTest
    static final ArchRule MEASURE_AND_COLOUR_KNOW_NO_ROOM = noClasses()
            .that()
            .resideInAnyPackage("molvet.core.measure", "molvet.core.colour")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "molvet.core.pigment",
                    "molvet.core.maker",
                    "molvet.core.collection",
                    "molvet.core.shelf",
                    "molvet.core.arrival",
                    "molvet.core.chart",
                    "molvet.core.reading",
                    "molvet.core.choosing");

    @ArchTest
    static final ArchRule NO_FRAMEWORK_IN_THE_CORE = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "org.springframework..",
                    "jakarta..",
                    "java.sql..",
                    "javax.sql..",
                    "java.net.http..",
                    "tools.jackson..",
                    "com.fasterxml..",
                    "java.awt..",
                    "javax.swing..",
                    "javax.imageio..");
}

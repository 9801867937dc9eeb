package molvet.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** No framework comes into the core. Which room knows which is held for both floors by the server’s test of the same name. */
@AnalyzeClasses(packages = "molvet.core", importOptions = ImportOption.DoNotIncludeTests.class)
class HouseTest {
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

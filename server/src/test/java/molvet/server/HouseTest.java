package molvet.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The same rooms on the server's floor, in the same order; SQL stays in the stores. */
@AnalyzeClasses(packages = "molvet.server", importOptions = ImportOption.DoNotIncludeTests.class)
class HouseTest {
    @ArchTest
    static final ArchRule NO_ROOM_DEPENDS_ON_ITSELF_THROUGH_ANOTHER =
            slices().matching("molvet.server.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule THE_COLLECTION_KNOWS_NEITHER_SHELF_NOR_READING = noClasses()
            .that()
            .resideInAPackage("molvet.server.collection..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("molvet.server.shelf..", "molvet.server.arrival..", "molvet.server.reading..");

    @ArchTest
    static final ArchRule MAKERS_KNOW_NOTHING_ABOVE = noClasses()
            .that()
            .resideInAPackage("molvet.server.maker..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "molvet.server.collection..",
                    "molvet.server.shelf..",
                    "molvet.server.arrival..",
                    "molvet.server.reading..");

    @ArchTest
    static final ArchRule ARRIVALS_KNOW_NO_READING = noClasses()
            .that()
            .resideInAPackage("molvet.server.arrival..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("molvet.server.reading..");

    @ArchTest
    static final ArchRule CHARTS_STAND_ON_COLLECTION_AND_SHELF = noClasses()
            .that()
            .resideInAPackage("molvet.server.chart..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("molvet.server.arrival..", "molvet.server.reading..");

    @ArchTest
    static final ArchRule THE_SHELF_KNOWS_NO_CHART = noClasses()
            .that()
            .resideInAnyPackage("molvet.server.shelf..", "molvet.server.arrival..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("molvet.server.chart..");

    @ArchTest
    static final ArchRule NOTHING_KNOWS_CHOOSING_WHICH_STANDS_ON_TOP = noClasses()
            .that()
            .resideInAPackage("molvet.server..")
            .and()
            .resideOutsideOfPackages("molvet.server.choosing..", "molvet.server.demo..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("molvet.server.choosing..");

    @ArchTest
    static final ArchRule THE_CHART_KNOWS_NO_READING = noClasses()
            .that()
            .resideInAnyPackage("molvet.server.chart..", "molvet.server.shelf..", "molvet.server.arrival..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("molvet.server.reading..");

    @ArchTest
    static final ArchRule NO_ROOM_KNOWS_THE_DEMO = noClasses()
            .that()
            .resideOutsideOfPackage("molvet.server.demo..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("molvet.server.demo..");

    @ArchTest
    static final ArchRule SERVICES_HOLD_NO_SQL = noClasses()
            .that()
            .haveSimpleNameNotEndingWith("Store")
            .and()
            .resideOutsideOfPackage("molvet.server.account..")
            .and()
            .haveNameNotMatching(".*\\.(PigmentController|ExportController)(\\$.*)?")
            .should()
            .dependOnClassesThat()
            .areAssignableTo(JdbcClient.class);
}

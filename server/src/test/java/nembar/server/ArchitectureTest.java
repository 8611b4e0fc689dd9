package nembar.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import jakarta.persistence.Entity;
import jakarta.persistence.EntityManager;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.util.Properties;
import nembar.server.model.Models;
import nembar.server.model.Models.Current;
import nembar.server.store.ModelWriter;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.web.bind.annotation.RestController;

/** The lines between the server's packages. */
@AnalyzeClasses(packages = "nembar.server", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule NO_CYCLES =
            slices().matching("nembar.server.(*)..").should().beFreeOfCycles();

    /** Demo data, its passwords and its mail server are no part of the product. */
    @ArchTest
    static final ArchRule NOTHING_KNOWS_THE_DEMO =
            noClasses().should().dependOnClassesThat().resideInAPackage("nembar.demo..");

    @ArchTest
    static final ArchRule ROWS_NEVER_LEAVE_THEIR_FEATURE =
            classes().that().areAnnotatedWith(Entity.class).should().bePackagePrivate();

    @ArchTest
    static final ArchRule CONTROLLERS_LEAVE_THE_DATABASE_TO_SERVICES =
            noClasses()
                    .that()
                    .areAnnotatedWith(RestController.class)
                    .should()
                    .dependOnClassesThat()
                    .areAssignableTo(EntityManager.class)
                    .orShould()
                    .dependOnClassesThat()
                    .areAssignableTo(JdbcTemplate.class);

    @ArchTest
    static final ArchRule SQL_IS_SENT_FROM_ONE_PLACE =
            noClasses()
                    .that()
                    .resideOutsideOfPackage("nembar.server.records..")
                    .should()
                    .dependOnClassesThat()
                    .areAssignableTo(JdbcTemplate.class);

    /** What a database says of itself is read over a connection that is only tried. */
    @ArchTest
    static final ArchRule CONNECTIONS_ARE_OPENED_IN_TWO_PLACES =
            noClasses()
                    .that()
                    .resideOutsideOfPackages(
                            "nembar.server.records..", "nembar.server.connections..")
                    .should()
                    .callMethod(
                            DriverManager.class, "getConnection", String.class, Properties.class)
                    .orShould()
                    .dependOnClassesThat()
                    .areAssignableTo(PreparedStatement.class);

    /** The gate is the only way to the model's tables (docs/changes.md). */
    @ArchTest
    static final ArchRule ONLY_THE_GATE_WRITES_THE_MODEL =
            noClasses()
                    .that()
                    .resideOutsideOfPackages("nembar.server.command..", "nembar.server.store..")
                    .should()
                    .dependOnClassesThat()
                    .areAssignableTo(ModelWriter.class);

    @ArchTest
    static final ArchRule ONLY_THE_GATE_PUTS_WHAT_IS_COMMITTED_IN_PLACE =
            noClasses()
                    .that()
                    .resideOutsideOfPackages("nembar.server.command..", "nembar.server.model..")
                    .should()
                    .callMethod(Models.class, "swap", Current.class);
}

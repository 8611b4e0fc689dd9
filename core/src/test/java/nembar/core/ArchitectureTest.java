package nembar.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** The core stands alone, and its packages have no cycles. */
@AnalyzeClasses(packages = "nembar.core", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule CORE_NEEDS_ONLY_THE_JDK =
            classes()
                    .should()
                    .onlyDependOnClassesThat()
                    .resideInAnyPackage("java..", "nembar.core..");

    @ArchTest
    static final ArchRule NO_CYCLES =
            slices().matching("nembar.core.(*)..").should().beFreeOfCycles();
}

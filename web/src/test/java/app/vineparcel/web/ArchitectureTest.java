package app.vineparcel.web;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import jakarta.persistence.Entity;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Controller;

@AnalyzeClasses(packages = "app.vineparcel.web", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    @ArchTest
    static final ArchRule features_do_not_go_round_in_circles =
            slices().matching("app.vineparcel.web.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule tables_belong_to_their_feature =
            classes().that().areAssignableTo(Repository.class).should().bePackagePrivate();

    @ArchTest
    static final ArchRule rows_of_tables_belong_to_their_feature =
            classes().that().areAnnotatedWith(Entity.class).should().bePackagePrivate();

    @ArchTest
    static final ArchRule pages_belong_to_their_feature =
            classes().that().areAnnotatedWith(Controller.class).should().bePackagePrivate();

    @ArchTest
    static final ArchRule pixels_are_the_cores = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "app.vineparcel.core.raster..", "app.vineparcel.cli..", "app.vineparcel.demo..", "javax.imageio..");
}

package app.vineparcel.cli;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "app.vineparcel.cli", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    @ArchTest
    static final ArchRule a_thin_face_without_server_or_pixels = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "app.vineparcel.web..",
                    "app.vineparcel.core.raster..",
                    "app.vineparcel.core.codec..",
                    "org.springframework..",
                    "java.awt..");
}

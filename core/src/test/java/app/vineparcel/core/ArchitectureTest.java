package app.vineparcel.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import app.vineparcel.core.codec.OutputFormat;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.CompositeArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import java.util.ArrayList;
import java.util.List;

@AnalyzeClasses(packages = "app.vineparcel.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    private static final String ROOT = "app.vineparcel.core";

    /** Lowest floor first: an arrow only ever points to a room that stands earlier in this list. */
    private static final List<String> ROOMS = List.of(
            "geometry",
            "colour",
            "raster",
            "measure",
            "metadata",
            "codec",
            "source",
            "naming",
            "recipe",
            "plan",
            "render",
            "deliver");

    @ArchTest
    static final ArchRule a_room_knows_only_the_rooms_below_it = floors();

    private static ArchRule floors() {
        List<ArchRule> rules = new ArrayList<>();
        for (int floor = 0; floor < ROOMS.size(); floor++) {
            String[] above = ROOMS.subList(floor + 1, ROOMS.size()).stream()
                    .map(room -> ROOT + "." + room + "..")
                    .toArray(String[]::new);
            if (above.length > 0) {
                rules.add(noClasses()
                        .that()
                        .resideInAPackage(ROOT + "." + ROOMS.get(floor) + "..")
                        .should()
                        .dependOnClassesThat()
                        .resideInAnyPackage(above));
            }
        }
        return CompositeArchRule.of(rules);
    }

    @ArchTest
    static final ArchRule geometry_knows_nothing_else = classes()
            .that()
            .resideInAPackage(ROOT + ".geometry..")
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage(ROOT + ".geometry..", "java..", "org.jspecify..");

    @ArchTest
    static final ArchRule names_and_recipes_know_no_pixels = noClasses()
            .that()
            .resideInAnyPackage(ROOT + ".naming..", ROOT + ".recipe..", ROOT + ".plan..", ROOT + ".deliver..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(ROOT + ".raster..", "java.awt..", "javax.imageio..");

    @ArchTest
    static final ArchRule the_core_knows_no_application = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.springframework..", "jakarta..", "java.sql..", "javax.swing..", "java.net.http..");

    @ArchTest
    static final ArchRule the_core_has_no_clock_and_no_chance = noClasses()
            .should()
            .callMethod(java.time.LocalDate.class, "now")
            .orShould()
            .callMethod(java.time.LocalDateTime.class, "now")
            .orShould()
            .callMethod(java.time.Instant.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis")
            .orShould()
            .dependOnClassesThat()
            .areAssignableTo(java.util.Random.class)
            .orShould()
            .dependOnClassesThat()
            .areAssignableTo(java.util.UUID.class);

    @ArchTest
    static final ArchRule formats_do_not_run_in_circles =
            slices().matching(ROOT + ".codec.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule formats_are_asked_for_abilities_and_never_which_they_are = noClasses()
            .that()
            .resideOutsideOfPackage(ROOT + ".codec..")
            .should(new ArchCondition<>("ask a format which one it is") {
                @Override
                public void check(JavaClass asking, ConditionEvents events) {
                    asking.getInstanceofChecks().stream()
                            .filter(check -> check.getRawType().isAssignableTo(OutputFormat.class))
                            .forEach(check -> events.add(SimpleConditionEvent.satisfied(
                                    asking,
                                    check.getOwner().getFullName() + " asks for "
                                            + check.getRawType().getSimpleName())));
                }
            });

    @ArchTest
    static final ArchRule names_say_what_a_class_does =
            noClasses().should().haveNameMatching(".*(Manager|Helper|Utils?|Impl|And[A-Z].*)");
}

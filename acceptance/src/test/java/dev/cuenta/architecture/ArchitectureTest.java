package dev.cuenta.architecture;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noFields;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaMethodCall;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.core.importer.Location;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.NullMarked;

/** The architecture as rules that fail the build. */
@AnalyzeClasses(
        packages = "dev.cuenta",
        importOptions = {ImportOption.DoNotIncludeTests.class, ArchitectureTest.NoTestJars.class})
class ArchitectureTest {
    /** Other modules' fixtures come as jars, where they no longer look like tests. */
    static final class NoTestJars implements ImportOption {
        @Override
        public boolean includes(Location location) {
            return !location.contains("-tests.jar");
        }
    }

    @ArchTest
    static final ArchRule the_core_computes_and_does_nothing_else = classes()
            .that()
            .resideInAPackage("dev.cuenta.core..")
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage(
                    "dev.cuenta.core..",
                    "java.lang..",
                    "java.util..",
                    "java.time..",
                    "java.math..",
                    "java.text..",
                    "java.net",
                    "java.nio.charset",
                    "java.security",
                    "javax.lang.model",
                    "org.jspecify..",
                    "org.snakeyaml.engine..",
                    "com.cronutils..",
                    "com.google.re2j..",
                    "com.ibm.icu..",
                    "dev.cel..",
                    "com.google.common.collect");

    @ArchTest
    static final ArchRule the_store_knows_no_web = noClasses()
            .that()
            .resideInAPackage("dev.cuenta.store..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "dev.cuenta.service..",
                    "org.springframework.web..",
                    "org.springframework.boot..",
                    "jakarta.servlet..");

    @ArchTest
    static final ArchRule only_the_store_knows_hibernate = noClasses()
            .that()
            .resideOutsideOfPackages("dev.cuenta.store..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.hibernate..", "org.springframework.jdbc..");

    /** Other programs' tables are read by a module of its own, which knows nothing of ours. */
    @ArchTest
    static final ArchRule only_the_store_and_the_sources_of_adoptions_know_sql = noClasses()
            .that()
            .resideOutsideOfPackages("dev.cuenta.store..", "dev.cuenta.source..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("java.sql..");

    @ArchTest
    static final ArchRule the_sources_of_adoptions_know_the_core_only = noClasses()
            .that()
            .resideInAPackage("dev.cuenta.source..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "dev.cuenta.store..", "dev.cuenta.service..", "dev.cuenta.client..", "dev.cuenta.cli..");

    @ArchTest
    static final ArchRule the_terminal_knows_neither_store_nor_service_nor_spring = noClasses()
            .that()
            .resideInAnyPackage("dev.cuenta.cli..", "dev.cuenta.client..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("dev.cuenta.store..", "dev.cuenta.service..", "org.springframework..");

    @ArchTest
    static final ArchRule csv_is_written_in_one_place = noClasses()
            .that()
            .doNotHaveFullyQualifiedName("dev.cuenta.cli.output.CsvOutput")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("de.siegmar.fastcsv.writer..");

    @ArchTest
    static final ArchRule the_core_s_features_turn_in_no_circle =
            slices().matching("dev.cuenta.core.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule the_store_s_features_turn_in_no_circle =
            slices().matching("dev.cuenta.store.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule the_service_s_features_turn_in_no_circle =
            slices().matching("dev.cuenta.service.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule time_is_passed_in = noClasses()
            .that()
            .resideInAnyPackage("dev.cuenta.core..", "dev.cuenta.store..", "dev.cuenta.service..")
            .should()
            .callMethod(Instant.class, "now")
            .orShould()
            .callMethod(LocalDate.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis")
            .orShould()
            .callMethod(Clock.class, "systemDefaultZone");

    @ArchTest
    static final ArchRule nobody_prints_past_the_renderers =
            noClasses().should().accessField(System.class, "out").orShould().accessField(System.class, "err");

    @ArchTest
    static final ArchRule no_field_injection =
            noFields().should().beAnnotatedWith("org.springframework.beans.factory.annotation.Autowired");

    @ArchTest
    static final ArchRule no_attic_names = noClasses().should().haveNameMatching(".*(Util|Utils|Helper|Manager|Impl)");

    @ArchTest
    static final ArchRule controllers_ask_use_cases_and_never_the_store_s_records = noClasses()
            .that()
            .areAnnotatedWith("org.springframework.web.bind.annotation.RestController")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("dev.cuenta.store..");

    @ArchTest
    static final ArchRule nothing_is_a_use_case_and_a_job_at_once = noClasses()
            .that()
            .haveSimpleNameEndingWith("UseCases")
            .should()
            .beAssignableTo("dev.cuenta.service.job.Job");

    @ArchTest
    static final ArchRule the_wire_knows_nothing_but_json_s_annotations = classes()
            .that()
            .resideInAPackage("dev.cuenta.wire..")
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage("java..", "dev.cuenta.wire..", "com.fasterxml.jackson.annotation..", "org.jspecify..");

    /** Other teams have it on their class path. */
    @ArchTest
    static final ArchRule the_client_takes_nothing_of_the_house_along_but_the_wire = noClasses()
            .that()
            .resideInAPackage("dev.cuenta.client..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("dev.cuenta.core..", "dev.cuenta.store..", "dev.cuenta.service..", "dev.cuenta.cli..");

    /** A new type is one class: whoever wants to know something of a type asks the type. */
    @ArchTest
    static final ArchRule nobody_tells_types_apart_by_their_names = noClasses()
            .that()
            .resideOutsideOfPackages("dev.cuenta.core.type..", "dev.cuenta.core.adoption..")
            .should()
            .callMethodWhere(new DescribedPredicate<>("a type's name is compared") {
                @Override
                public boolean test(JavaMethodCall call) {
                    return call.getTarget().getFullName().equals("dev.cuenta.core.type.FieldType.name()")
                            && call.getOrigin().getMethodCallsFromSelf().stream()
                                    .anyMatch(other -> other.getLineNumber() == call.getLineNumber()
                                            && other.getTarget().getName().matches("equals|contains"));
                }
            });

    @ArchTest
    static final ArchRule every_package_says_what_may_be_null = classes()
            .should(new ArchCondition<JavaClass>("live in a @NullMarked package") {
                @Override
                public void check(JavaClass type, ConditionEvents events) {
                    boolean marked = type.getPackage().isAnnotatedWith(NullMarked.class);
                    events.add(new SimpleConditionEvent(
                            type, marked, type.getPackageName() + " has no @NullMarked package-info"));
                }
            });
}

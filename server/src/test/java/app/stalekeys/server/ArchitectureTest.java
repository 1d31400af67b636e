package app.stalekeys.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.methods;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import jakarta.persistence.Entity;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.RestController;

/// How the server and the reports are built. Each rule fails when it selects nothing.
@AnalyzeClasses(packages = "app.stalekeys", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

  @ArchTest
  static final ArchRule reports_do_not_know_the_server =
      noClasses()
          .that()
          .resideInAPackage("app.stalekeys.reports..")
          .should()
          .dependOnClassesThat()
          .resideInAPackage("app.stalekeys.server..")
          .because("server → reports → core, never back");

  @ArchTest
  static final ArchRule core_knows_neither =
      noClasses()
          .that()
          .resideInAPackage("app.stalekeys.core..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage(
              "app.stalekeys.server..",
              "app.stalekeys.reports..",
              "org.springframework..",
              "jakarta..")
          .because("the core is plain Java");

  @ArchTest
  static final ArchRule features_are_free_of_cycles =
      slices()
          .matching("app.stalekeys.server.(*)..")
          .should()
          .beFreeOfCycles()
          .because("two features that need each other are one feature");

  @ArchTest
  static final ArchRule entities_and_controllers_stay_at_home =
      classes()
          .that()
          .areAnnotatedWith(Entity.class)
          .or()
          .areAnnotatedWith(RestController.class)
          .or()
          .areAssignableTo(org.springframework.data.repository.Repository.class)
          .should()
          .bePackagePrivate()
          .because("a feature speaks through its service");

  @ArchTest
  static final ArchRule transactions_belong_to_services =
      methods()
          .that()
          .areAnnotatedWith(Transactional.class)
          .should()
          .beDeclaredInClassesThat()
          .areAnnotatedWith(Service.class)
          .because("where work begins and ends must be easy to find");

  @ArchTest
  static final ArchRule only_jobs_make_threads =
      noClasses()
          .that()
          .resideInAPackage("app.stalekeys..")
          .and()
          .resideOutsideOfPackages(
              "app.stalekeys.server.jobs..",
              "app.stalekeys.server.watches..",
              "app.stalekeys.demo..")
          .should()
          .dependOnClassesThat()
          .areAssignableTo(Thread.class)
          .orShould()
          .dependOnClassesThat()
          .areAssignableTo(java.util.concurrent.Executor.class)
          .because(
              "background work has one place where it is watched and stopped; watches, and what stands in for their receivers, listen for as long as the program runs");

  @ArchTest
  static final ArchRule only_platform_makes_a_clock =
      noClasses()
          .that()
          .resideOutsideOfPackage("app.stalekeys.server.platform..")
          .should()
          .callMethod(java.time.Clock.class, "systemUTC")
          .orShould()
          .callMethod(java.time.Instant.class, "now")
          .orShould()
          .callMethod(java.time.LocalDate.class, "now")
          .because("tests hold the clock still");
}

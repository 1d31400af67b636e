package app.stalekeys.core;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.security.SecureRandom;
import java.util.Random;

/// How the core is built. Each rule fails when it selects nothing.
@AnalyzeClasses(
    packages = "app.stalekeys.core",
    importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

  @ArchTest
  static final ArchRule only_named_libraries =
      classes()
          .should()
          .onlyDependOnClassesThat(
              resideInAnyPackage(
                  "app.stalekeys.core..",
                  "java..",
                  "org.jspecify.annotations..",
                  "de.siegmar.fastcsv..",
                  "com.github.luben.zstd..",
                  "com.unboundid..",
                  "org.dhatim.fastexcel..",
                  "tools.jackson.core..",
                  "dev.cel..",
                  "com.google.re2j..",
                  "com.google.protobuf..",
                  "com.google.common.collect..",
                  "org.yaml.snakeyaml.."))
          .because("the core is plain Java: the same call serves screen and command line");

  @ArchTest
  static final ArchRule packages_depend_downwards =
      layeredArchitecture()
          .consideringOnlyDependenciesInLayers()
          .layer("source")
          .definedBy("app.stalekeys.core.source..")
          .layer("bits")
          .definedBy("app.stalekeys.core.bits..")
          .layer("evidence")
          .definedBy("app.stalekeys.core.evidence")
          .layer("read")
          .definedBy("app.stalekeys.core.evidence.read..")
          .layer("people")
          .definedBy("app.stalekeys.core.people..")
          .layer("access")
          .definedBy("app.stalekeys.core.access..")
          .layer("signin")
          .definedBy("app.stalekeys.core.signin..")
          .layer("activity")
          .definedBy("app.stalekeys.core.activity..")
          .layer("match")
          .definedBy("app.stalekeys.core.match..")
          .layer("effective")
          .definedBy("app.stalekeys.core.effective..")
          .layer("snapshot")
          .definedBy("app.stalekeys.core.snapshot..")
          .layer("task")
          .definedBy("app.stalekeys.core.task..")
          .layer("change")
          .definedBy("app.stalekeys.core.change..")
          .layer("conflict")
          .definedBy("app.stalekeys.core.conflict..")
          .layer("check")
          .definedBy("app.stalekeys.core.check..")
          .layer("journal")
          .definedBy("app.stalekeys.core.journal..")
          .layer("audit")
          .definedBy("app.stalekeys.core.audit..")
          .layer("watch")
          .definedBy("app.stalekeys.core.watch..")
          .layer("certify")
          .definedBy("app.stalekeys.core.certify..")
          .layer("fix")
          .definedBy("app.stalekeys.core.fix..")
          .whereLayer("certify")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("fix")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("watch")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("audit")
          .mayOnlyBeAccessedByLayers("watch")
          .whereLayer("check")
          .mayOnlyBeAccessedByLayers("audit", "certify", "fix")
          .whereLayer("conflict")
          .mayOnlyBeAccessedByLayers("check", "audit", "fix")
          .whereLayer("change")
          .mayOnlyBeAccessedByLayers("check", "audit")
          .whereLayer("journal")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("effective")
          .mayOnlyBeAccessedByLayers(
              "snapshot", "change", "conflict", "check", "audit", "certify", "fix")
          .whereLayer("snapshot")
          .mayOnlyBeAccessedByLayers("change", "conflict", "check", "audit", "certify", "fix")
          .whereLayer("match")
          .mayOnlyBeAccessedByLayers(
              "snapshot", "change", "conflict", "check", "audit", "certify", "fix")
          .whereLayer("signin")
          .mayOnlyBeAccessedByLayers("snapshot", "change", "conflict", "check", "audit", "watch")
          .whereLayer("task")
          .mayOnlyBeAccessedByLayers("snapshot", "change", "conflict", "check", "audit", "fix")
          .whereLayer("activity")
          .mayOnlyBeAccessedByLayers(
              "effective", "snapshot", "change", "check", "audit", "certify", "fix")
          .whereLayer("access")
          .mayOnlyBeAccessedByLayers(
              "signin",
              "activity",
              "match",
              "snapshot",
              "effective",
              "change",
              "conflict",
              "check",
              "audit",
              "certify",
              "fix")
          .whereLayer("people")
          .mayOnlyBeAccessedByLayers(
              "match", "snapshot", "change", "conflict", "check", "audit", "certify", "fix")
          .whereLayer("read")
          .mayOnlyBeAccessedByLayers("check", "journal", "audit", "watch", "certify", "fix")
          .whereLayer("evidence")
          .mayOnlyBeAccessedByLayers(
              "read",
              "people",
              "access",
              "signin",
              "activity",
              "match",
              "snapshot",
              "effective",
              "change",
              "check",
              "audit",
              "watch",
              "fix")
          .whereLayer("bits")
          .mayOnlyBeAccessedByLayers("evidence", "read", "signin", "effective")
          .because("a newcomer reads the core from the bottom up, in the order of the work");

  @ArchTest
  static final ArchRule no_cycles =
      slices()
          .matching("app.stalekeys.core.(**)")
          .should()
          .beFreeOfCycles()
          .because("two packages that need each other are one package");

  @ArchTest
  static final ArchRule no_clock_random_or_output =
      noClasses()
          .should()
          .callMethod(java.time.LocalDate.class, "now")
          .orShould()
          .callMethod(java.time.Instant.class, "now")
          .orShould()
          .callMethod(System.class, "currentTimeMillis")
          .orShould()
          .callMethod(System.class, "nanoTime")
          .orShould()
          .accessField(System.class, "out")
          .orShould()
          .accessField(System.class, "err")
          .orShould()
          .dependOnClassesThat()
          .areAssignableTo(Thread.class)
          .orShould()
          .dependOnClassesThat()
          .areAssignableTo(Random.class)
          .orShould()
          .dependOnClassesThat()
          .areAssignableTo(SecureRandom.class)
          .because("the same input gives the same output in the same order");

  @ArchTest
  static final ArchRule files_only_at_the_edge =
      noClasses()
          .that()
          .resideOutsideOfPackages(
              "app.stalekeys.core.evidence.read..", "app.stalekeys.core.audit..")
          .should()
          .dependOnClassesThat()
          .haveFullyQualifiedName("java.nio.file.Files")
          .because("what computes does not fetch");

  @ArchTest
  static final ArchRule conditions_stay_with_own_checks =
      noClasses()
          .that()
          .resideOutsideOfPackage("app.stalekeys.core.check.own..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("dev.cel..", "com.google..")
          .because("only an auditor's own checks are written in an expression language");

  @ArchTest
  static final ArchRule every_check_is_listed =
      classes()
          .that()
          .implement("app.stalekeys.core.check.Check")
          .and()
          .doNotHaveFullyQualifiedName("app.stalekeys.core.check.own.OwnCheck")
          .should()
          .onlyHaveDependentClassesThat()
          .resideInAnyPackage("app.stalekeys.core.check..")
          .andShould()
          .beTopLevelClasses()
          .because("the catalogue is the one place that knows every check");
}

package app.stalekeys.core.snapshot;

import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.match.Ruling;
import app.stalekeys.core.people.Roster;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Workers;
import app.stalekeys.core.task.TaskList;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// The access of all applications as at one date.
///
/// @param asOf the as-of day; its end in `zone` is what the checks call T
/// @param periodFrom the first day of the audit's period, which ends with the as-of day
/// @param shared what evidence there is of the whole organisation
/// @param systems those of the whole organisation, of no single application
/// @param tasks what one person must not do together
/// @param applications in the order of the audit file
/// @param earlier what the snapshot before said; null when there is none
/// @param problems rows that repeat, contradict each other or point at nothing; all of them were kept
public record Snapshot(
    LocalDate asOf,
    LocalDate periodFrom,
    ZoneId zone,
    Roster roster,
    Coverage shared,
    List<SystemRecord> systems,
    TaskList tasks,
    List<ApplicationAccess> applications,
    List<Issue> problems,
    @Nullable Earlier earlier) {

  public Snapshot {
    systems = List.copyOf(systems);
    applications = List.copyOf(applications);
    problems = List.copyOf(problems);
  }

  /// Builds the snapshot; walks over every fact a few times and holds accounts, roles, assignments
  /// and people, but no log rows.
  ///
  /// @param workers build the applications, each by itself
  public static Snapshot build(
      LocalDate asOf,
      LocalDate periodFrom,
      ZoneId zone,
      TaskList tasks,
      List<Application> applications,
      Collection<? extends FactSource> sources,
      Workers workers) {
    List<Issue> problems = new ArrayList<>();
    Roster roster = Roster.read(sources, problems);
    List<FactSource> shared =
        sources.stream().filter(s -> s.application() == null).map(FactSource.class::cast).toList();
    List<Built> built =
        workers.each(
            applications,
            application -> {
              List<FactSource> own =
                  sources.stream()
                      .filter(source -> application.id().equals(source.application()))
                      .map(FactSource.class::cast)
                      .toList();
              List<Issue> found = new ArrayList<>();
              return new Built(
                  new ApplicationBuilder(application, own, shared, roster, asOf, zone).build(found),
                  found);
            });
    built.forEach(one -> problems.addAll(one.problems));
    return new Snapshot(
        asOf,
        periodFrom,
        zone,
        roster,
        Coverage.of(shared),
        SystemRecord.read(shared),
        tasks,
        built.stream().map(Built::access).toList(),
        problems,
        null);
  }

  private record Built(ApplicationAccess access, List<Issue> problems) {}

  /// By its id; null when the audit has no such application.
  public @Nullable ApplicationAccess application(String id) {
    for (ApplicationAccess one : applications) {
      if (one.application().id().equals(id)) {
        return one;
      }
    }
    return null;
  }

  /// The same snapshot with other decisions about whose an application's accounts are: nothing else is
  /// computed anew.
  public Snapshot ruledBy(String application, List<Ruling> rulings) {
    List<ApplicationAccess> ruled =
        applications.stream()
            .map(access ->
                access.application().id().equals(application)
                    ? access.ruledBy(roster, rulings)
                    : access)
            .toList();
    return new Snapshot(
        asOf, periodFrom, zone, roster, shared, systems, tasks, ruled, problems, earlier);
  }

  /// The same snapshot with what the one before it said.
  public Snapshot after(@Nullable Earlier before) {
    return new Snapshot(
        asOf, periodFrom, zone, roster, shared, systems, tasks, applications, problems, before);
  }

  /// The same snapshot with other tasks: nothing else is computed anew.
  public Snapshot withTasks(TaskList others) {
    return new Snapshot(
        asOf, periodFrom, zone, roster, shared, systems, others, applications, problems, earlier);
  }

  /// The first instant after the as-of day.
  static Instant endOf(LocalDate asOf, ZoneId zone) {
    return asOf.plusDays(1).atStartOfDay(zone).toInstant();
  }

  /// One that was built is only ever itself: comparing millions of rows would say no more.
  @Override
  public boolean equals(Object other) {
    return this == other;
  }

  @Override
  public int hashCode() {
    return System.identityHashCode(this);
  }
}

package app.stalekeys.demo;

import app.stalekeys.demo.Worker.Department;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;

/// The company's people: about 900, half of them seasonal.
final class Company {

  private static final Map<Department, List<String>> TITLES =
      Map.of(
          Department.FINANCE,
              List.of("Bookkeeper", "Payables clerk", "Controller", "Payroll clerk"),
          Department.HEAD_OFFICE, List.of("Planner", "Systems engineer", "Secretary", "Buyer"),
          Department.QUAYS, List.of("Quay hand", "Ticket clerk", "Shift lead"),
          Department.PURSERS, List.of("Purser", "Assistant purser"),
          Department.BRIDGE, List.of("Mate", "Master", "Able seaman"),
          Department.ENGINE, List.of("Engineer", "Motorman"),
          Department.FREIGHT, List.of("Freight agent", "Customs clerk"),
          Department.HULL, List.of("Yard hand", "Inspector", "Storekeeper"),
          Department.CREW_OFFICE, List.of("Crew planner", "Leave clerk"));

  /// How many of each department work all year, and how many more come for a season.
  private record Strength(Department department, int steady, int seasonal) {}

  private static final List<Strength> STRENGTH =
      List.of(
          new Strength(Department.FINANCE, 58, 4),
          new Strength(Department.HEAD_OFFICE, 62, 6),
          new Strength(Department.QUAYS, 70, 190),
          new Strength(Department.PURSERS, 44, 96),
          new Strength(Department.BRIDGE, 76, 40),
          new Strength(Department.ENGINE, 54, 24),
          new Strength(Department.FREIGHT, 48, 22),
          new Strength(Department.HULL, 52, 28),
          new Strength(Department.CREW_OFFICE, 22, 4));

  private final Random random;
  private final Names names;
  private final List<Worker> workers = new ArrayList<>();

  Company(Random random) {
    this.random = random;
    this.names = new Names(random);
    for (Strength strength : STRENGTH) {
      String lead = number();
      for (int i = 0; i < strength.steady + strength.seasonal; i++) {
        workers.add(worker(strength.department, i >= strength.steady, i == 0 ? "00341" : lead));
      }
    }
    move();
  }

  private String number() {
    return "%05d".formatted(341 + workers.size());
  }

  private Worker worker(Department department, boolean seasonal, String manager) {
    List<String> titles = TITLES.getOrDefault(department, List.of("Hand"));
    String title = titles.get(random.nextInt(titles.size()));
    if (seasonal) {
      return seasonal(department, title, manager);
    }
    LocalDate start = LocalDate.of(2008, 1, 1).plusDays(random.nextInt(6400));
    boolean left = random.nextInt(100) < 4;
    LocalDate end = left ? LocalDate.of(2026, 1, 15).plusDays(random.nextInt(160)) : null;
    boolean onLeave = !left && random.nextInt(100) < 3;
    return new Worker(
        number(), names.next(), department, title, manager, false, onLeave, start, end, null);
  }

  /// Half of them came last summer and left in autumn, half came this spring and stay till autumn.
  private Worker seasonal(Department department, String title, String manager) {
    boolean lastSummer = random.nextBoolean();
    LocalDate start =
        LocalDate.of(lastSummer ? 2025 : 2026, 4, 1).plusDays(random.nextInt(lastSummer ? 60 : 75));
    LocalDate end = LocalDate.of(lastSummer ? 2025 : 2026, 9, 15).plusDays(random.nextInt(40));
    return new Worker(
        number(), names.next(), department, title, manager, true, false, start, end, null);
  }

  /// An inspector of the yard who went to the freight office in spring.
  private void move() {
    for (int i = 0; i < workers.size(); i++) {
      Worker worker = workers.get(i);
      if (worker.title().equals("Inspector") && !worker.seasonal() && worker.end() == null) {
        workers.set(
            i, worker.movedTo(Department.FREIGHT, "Freight agent", LocalDate.of(2026, 4, 20)));
        return;
      }
    }
  }

  /// Who moved in the period.
  Worker mover() {
    return workers.stream().filter(worker -> worker.moved() != null).findFirst().orElseThrow();
  }

  List<Worker> workers() {
    return workers;
  }

  List<Worker> of(Department department) {
    return workers.stream().filter(worker -> worker.department() == department).toList();
  }
}

package app.stalekeys.demo;

import app.stalekeys.demo.Worker.Department;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Random;

/// The Ticket Desk: two directories with the same short user names, and one list of everything, a row
/// a user, group and permission, between tildes.
final class TicketDesk {

  private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");

  /// Group and the rights it holds, as object and right.
  private record Group(String name, List<String> rights) {}

  private static final List<Group> GROUPS =
      List.of(
          new Group("Sellers", List.of("Fare~view", "Sale~enter", "Till/Day~open")),
          new Group("Shift leads", List.of("Sale~enter", "Refund~give", "Till/Day~close")),
          new Group("Fare keepers", List.of("Fare~view", "Fare~change")),
          new Group("Desk masters", List.of("User~keep", "Fare~change", "Refund~give")));

  private record User(
      String directory, String login, String name, String number, boolean enabled, String group) {}

  private record Event(LocalDateTime at, String line) {}

  private final Random random;
  private final List<User> users = new ArrayList<>();
  private final Worker purser;

  TicketDesk(Company company, Random random) {
    this.random = random;
    this.purser =
        company.of(Department.PURSERS).stream()
            .filter(worker -> !worker.seasonal() && worker.hasLeft())
            .findFirst()
            .orElseThrow();
    int n = 0;
    for (Worker worker : company.of(Department.QUAYS)) {
      if (random.nextInt(100) < 62) {
        boolean forgotten = worker.seasonal() && random.nextInt(100) < 45;
        add("quays", worker, !worker.hasLeft() || forgotten, n++ % 6 == 0 ? 1 : 0);
      }
    }
    for (Worker worker : company.of(Department.PURSERS)) {
      add("quays", worker, !worker.hasLeft() || worker.equals(purser), 1);
    }
    for (Worker worker : company.of(Department.FINANCE).subList(0, 9)) {
      add("office", worker, !worker.hasLeft(), 2);
    }
    users.add(new User("quays", "till.north", "Quay till North", "", true, "Sellers"));
    users.add(new User("office", "admin", "Desk administrator", "", true, "Desk masters"));
    users.add(new User("quays", "admin", "Quay administrator", "", true, "Desk masters"));
  }

  private void add(String directory, Worker worker, boolean enabled, int group) {
    String[] names = worker.userName().split("\\.");
    String login = names[0].substring(0, Math.min(3, names[0].length())) + names[1].charAt(0);
    String free = login;
    for (int i = 2; taken(directory, free); i++) {
      free = login + i;
    }
    users.add(
        new User(
            directory, free, worker.name(), worker.number(), enabled, GROUPS.get(group).name()));
  }

  private boolean taken(String directory, String login) {
    return users.stream().anyMatch(u -> u.directory.equals(directory) && u.login.equals(login));
  }

  String accessText() {
    StringBuilder text =
        new StringBuilder("Domain~Login~Holder name~Staff No~Open~Group~Object~Right\n");
    for (User user : users) {
      Group group = group(user.group);
      for (String right : group.rights) {
        text.append(
                String.join(
                    "~",
                    user.directory,
                    user.login,
                    user.name,
                    user.number,
                    user.enabled ? "Y" : "N",
                    user.group,
                    right))
            .append('\n');
      }
    }
    return text.toString();
  }

  private static Group group(String name) {
    return GROUPS.stream().filter(group -> group.name.equals(name)).findFirst().orElseThrow();
  }

  int rows() {
    return users.stream().mapToInt(user -> group(user.group).rights.size()).sum();
  }

  /// The log of the tills: who came in, and who closed a till. The purser's go on after the last day.
  String signInsText(Company company) {
    List<Event> events = new ArrayList<>();
    for (User user : users) {
      if (user.enabled && !user.number.equals(purser.number())) {
        for (LocalDate day = LocalDate.of(2026, 1, 1);
            !day.isAfter(lastDay(company, user));
            day = day.plusDays(2 + random.nextInt(3))) {
          boolean fails = random.nextInt(100) < 4;
          events.add(entry(day.atTime(6, 0).plusMinutes(random.nextInt(700)), user, fails));
        }
      }
    }
    User gone =
        users.stream().filter(u -> u.number.equals(purser.number())).findFirst().orElseThrow();
    LocalDate end = Objects.requireNonNull(purser.end());
    for (int i = 0; i < 5; i++) {
      events.add(entry(end.plusDays(9L + 4 * i).atTime(21, 10 + i), gone, false));
    }
    events.sort(Comparator.comparing(Event::at).thenComparing(Event::line));
    StringBuilder text = new StringBuilder("When~Domain~Login~Result~Terminal\n");
    events.stream()
        .filter(event -> !event.at.toLocalDate().isAfter(DemoAudit.AS_OF))
        .forEach(event -> text.append(event.line).append('\n'));
    return text.toString();
  }

  private static LocalDate lastDay(Company company, User user) {
    return company.workers().stream()
        .filter(worker -> worker.number().equals(user.number))
        .findFirst()
        .map(Worker::lastDayHere)
        .orElse(DemoAudit.AS_OF);
  }

  private Event entry(LocalDateTime at, User user, boolean fails) {
    return new Event(
        at,
        String.join(
            "~",
            TIME.format(at),
            user.directory,
            user.login,
            fails ? "refused" : "in",
            "till " + (1 + Math.floorMod(user.login.hashCode(), 19))));
  }

  String activityText() {
    List<Event> events = new ArrayList<>();
    List<User> closers =
        users.stream()
            .filter(user -> user.enabled && user.group.equals("Shift leads"))
            .filter(user -> !user.number.equals(purser.number()))
            .toList();
    for (int i = 0; i < 6000; i++) {
      User user = closers.get(random.nextInt(closers.size()));
      events.add(
          closing(
              LocalDateTime.of(2026, 1, 2, 19, 0)
                  .plusDays(random.nextInt(179))
                  .plusMinutes(random.nextInt(240)),
              user));
    }
    User gone =
        users.stream().filter(u -> u.number.equals(purser.number())).findFirst().orElseThrow();
    LocalDate end = Objects.requireNonNull(purser.end());
    for (int i = 0; i < 5; i++) {
      events.add(closing(end.plusDays(9L + 4 * i).atTime(21, 30 + i), gone));
    }
    events.sort(Comparator.comparing(Event::at).thenComparing(Event::line));
    StringBuilder text = new StringBuilder("When~Domain~Login~Deed~Object~Amount\n");
    events.stream()
        .filter(event -> !event.at.toLocalDate().isAfter(DemoAudit.AS_OF))
        .forEach(event -> text.append(event.line).append('\n'));
    return text.toString();
  }

  private Event closing(LocalDateTime at, User user) {
    return new Event(
        at,
        String.join(
            "~",
            TIME.format(at),
            user.directory,
            user.login,
            "close",
            "Till/Day",
            String.valueOf(400 + random.nextInt(9000))));
  }
}

package app.stalekeys.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Objects;
import java.util.Random;

/// Writes an audit folder of one of the sizes, row by row: nothing of it is held. The same seed gives
/// the same bytes.
final class Generator {

  private static final LocalDate FIRST = LocalDate.of(2012, 1, 1);
  private static final long PERIOD_START = Instant.parse("2026-01-01T00:00:00Z").getEpochSecond();
  private static final long PERIOD_SECONDS = 181L * 86_400;
  private static final String[] ACTIONS = {"read", "update", "create", "delete"};
  private static final String[] SENSITIVITIES = {"low", "low", "medium", "high", "critical"};
  private static final String[] DEPARTMENTS = {"Finance", "Quays", "Freight", "Crew", "Yard"};

  private final Path folder;
  private final Size size;
  private final Random random;

  private Generator(Path folder, Size size, long seed) {
    this.folder = folder;
    this.size = size;
    this.random = new Random(seed);
  }

  static void write(Path folder, Size size, long seed) throws IOException {
    new Generator(folder, size, seed).write();
  }

  private interface Rows {
    void to(BufferedWriter out) throws IOException;
  }

  private void file(String name, String head, Rows rows) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(Objects.requireNonNull(file.getParent()));
    try (BufferedWriter out = Files.newBufferedWriter(file)) {
      out.write(head + "\n");
      rows.to(out);
    }
  }

  private void write() throws IOException {
    file("people.csv", "person,name,email,status,department,title,start,end", this::people);
    StringBuilder audit = new StringBuilder();
    audit.append("audit: Generated ").append(size.name().toLowerCase(java.util.Locale.ROOT));
    audit.append("\nas-of: 2026-06-30\nperiod: {from: 2026-01-01, to: 2026-06-30}\nzone: UTC\n");
    audit.append("evidence:\n  - {file: people.csv, kind: people}\napplications:\n");
    for (int i = 0; i < size.applications; i++) {
      application(i);
      audit.append("  - id: app%d\n    name: Application %d\n".formatted(i, i));
      audit.append("    levels: [read, update, create, delete]\n    evidence:\n");
      for (String kind :
          new String[] {
            "accounts",
            "roles",
            "assignments",
            "nesting",
            "grants",
            "permissions",
            "sign-ins",
            "activity"
          }) {
        audit.append("      - {file: app%d/%s.csv, kind: %s}\n".formatted(i, kind, kind));
      }
    }
    Files.writeString(folder.resolve("audit.yaml"), audit);
  }

  private void people(BufferedWriter out) throws IOException {
    for (int i = 0; i < size.accounts / 2; i++) {
      boolean left = random.nextInt(20) == 0;
      LocalDate start = FIRST.plusDays(random.nextInt(5000));
      out.write(
          "%06d,Person %d,p%d@fennicksound.example,%s,%s,Title %d,%s,%s%n"
              .formatted(
                  i,
                  i,
                  i,
                  left ? "left" : "active",
                  DEPARTMENTS[i % DEPARTMENTS.length],
                  random.nextInt(40),
                  start,
                  left ? LocalDate.of(2026, 1, 1).plusDays(random.nextInt(180)) : ""));
    }
  }

  private void application(int number) throws IOException {
    String base = "app%d/".formatted(number);
    int accounts = size.accounts / size.applications;
    int roles = Math.max(1, size.roles / size.applications);
    int permissions = Math.max(1, size.permissions / size.applications);
    file(
        base + "accounts.csv",
        "account,name,email,person,type,status,created,last-sign-in,department,title,mfa",
        out -> {
          for (int i = 0; i < accounts; i++) {
            int person = (number * accounts + i) % Math.max(1, size.accounts / 2);
            out.write(
                "u%d,Person %d,p%d@fennicksound.example,%06d,%s,%s,%s,%s,%s,Title %d,%s%n"
                    .formatted(
                        i,
                        person,
                        person,
                        person,
                        i % 97 == 0 ? "service" : "personal",
                        random.nextInt(12) == 0 ? "disabled" : "enabled",
                        FIRST.plusDays(random.nextInt(5000)),
                        LocalDate.of(2026, 6, 30).minusDays(random.nextInt(160)),
                        DEPARTMENTS[person % DEPARTMENTS.length],
                        i % 40,
                        random.nextInt(9) == 0 ? "no" : "yes"));
          }
        });
    file(
        base + "roles.csv",
        "role,description,owner,privileged",
        out -> {
          for (int i = 0; i < roles; i++) {
            out.write("r%d,Role %d,%06d,%s%n".formatted(i, i, i % 500, i % 50 == 0 ? "yes" : "no"));
          }
        });
    file(
        base + "assignments.csv",
        "account,role,scope,from",
        out -> {
          for (int i = 0; i < size.assignments / size.applications; i++) {
            out.write(
                "u%d,r%d,%s,%s%n"
                    .formatted(
                        random.nextInt(accounts),
                        skewed(roles),
                        scope(),
                        FIRST.plusDays(random.nextInt(5000))));
          }
        });
    file(
        base + "nesting.csv",
        "parent,child",
        out -> {
          for (int i = 1; i < roles; i += 3) {
            out.write("r%d,r%d%n".formatted(i, random.nextInt(i)));
          }
        });
    file(
        base + "grants.csv",
        "holder,resource,action,effect,scope",
        out -> {
          for (int i = 0; i < size.grants / size.applications; i++) {
            int permission = random.nextInt(permissions);
            out.write(
                "r%d,%s,%s,%s,%s%n"
                    .formatted(
                        random.nextInt(roles),
                        resource(permission),
                        ACTIONS[permission & 3],
                        random.nextInt(200) == 0 ? "deny" : "allow",
                        scope()));
          }
        });
    file(
        base + "permissions.csv",
        "resource,action,sensitivity",
        out -> {
          for (int i = 0; i < permissions; i++) {
            out.write("%s,%s,%s%n".formatted(resource(i), ACTIONS[i & 3], SENSITIVITIES[i % 5]));
          }
        });
    SignInFile.write(
        folder.resolve(base + "sign-ins.csv"),
        size.signIns / size.applications,
        accounts,
        random.nextLong());
    file(
        base + "activity.csv",
        "at,actor,action,target,resource",
        out -> {
          int rows = size.activities / size.applications;
          for (int i = 0; i < rows; i++) {
            long at = PERIOD_START + PERIOD_SECONDS * i / rows;
            int permission = random.nextInt(permissions);
            out.write(
                "%s,u%d,%s,,%s%n"
                    .formatted(
                        Instant.ofEpochSecond(at),
                        skewed(accounts),
                        ACTIONS[permission & 3],
                        resource(permission)));
          }
        });
  }

  private static String resource(int permission) {
    return "Area%d/Thing%d".formatted(permission / 40, permission / 4);
  }

  private String scope() {
    int dice = random.nextInt(10);
    return dice < 5 ? "" : dice < 8 ? "Fleet/" + dice : "Fleet/%d/Ship%d".formatted(dice, dice);
  }

  private int skewed(int bound) {
    double skew = random.nextDouble();
    return (int) (bound * skew * skew);
  }
}

package app.stalekeys.demo;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Objects;
import java.util.Random;

/// Writes the demo audit's folder: exports and `audit.yaml`.
public final class DemoAudit {

  static final LocalDate AS_OF = LocalDate.of(2026, 6, 30);

  /// The seed of the demo that ships.
  public static final long SEED = 2041;

  private static final Charset WINDOWS_1252 = Charset.forName("windows-1252");

  private DemoAudit() {}

  /// Writes into `folder`, which is made if need be; files of the same names are replaced.
  public static void write(Path folder, long seed) throws IOException {
    Company company = new Company(new Random(seed));
    Ledger ledger = new Ledger(company, new Random(seed + 1));
    Worker leaver = Ledger.leaverWhoStayed(company);
    LedgerSignIns signIns = new LedgerSignIns(ledger, leaver, new Random(seed + 2));
    Directory directory = new Directory(company, new Random(seed + 3));
    put(folder, "people/roster.csv", Roster.csv(company.workers()), StandardCharsets.UTF_8);
    put(folder, "ledger/users.csv", ledger.usersCsv(), WINDOWS_1252);
    put(folder, "ledger/roles.csv", ledger.rolesCsv(), WINDOWS_1252);
    put(folder, "ledger/user-roles.csv", ledger.userRolesCsv(), WINDOWS_1252);
    put(folder, "ledger/sign-ins.csv", signIns.csv(), WINDOWS_1252);
    put(folder, "directory/people.ldif", directory.ldif(), StandardCharsets.UTF_8);
    String yaml =
        auditFile()
            // The desk counted three more than it sent: somebody has to say why.
            .replace("@LEDGER_USERS@", String.valueOf(ledger.users().size() + 3))
            .replace("@DIRECTORY_ENTRIES@", String.valueOf(directory.entries()))
            .replace("@PEOPLE@", String.valueOf(company.workers().size()));
    put(folder, "audit.yaml", yaml, StandardCharsets.UTF_8);
  }

  private static String auditFile() throws IOException {
    try (InputStream in = DemoAudit.class.getResourceAsStream("audit.yaml")) {
      return new String(Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private static void put(Path folder, String name, String text, Charset charset)
      throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(Objects.requireNonNull(file.getParent()));
    Files.write(file, text.getBytes(charset));
  }
}

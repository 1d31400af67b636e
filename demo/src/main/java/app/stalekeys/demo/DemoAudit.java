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

  /// The quarter before, to compare with.
  static final LocalDate MARCH = LocalDate.of(2026, 3, 31);

  /// The seed of the demo that ships.
  public static final long SEED = 2041;

  private static final Charset WINDOWS_1252 = Charset.forName("windows-1252");

  private DemoAudit() {}

  /// Writes into `folder`, which is made if need be; files of the same names are replaced. The audit of
  /// the quarter before lies in a folder inside it.
  public static void write(Path folder, long seed) throws IOException {
    Company company = new Company(new Random(seed));
    Ledger ledger = new Ledger(company, new Random(seed + 1));
    writeMarch(folder.resolve(MARCH.toString()), company, ledger, seed);
    Directory directory = directory(company, seed, AS_OF);
    TicketDesk tickets = new TicketDesk(company, new Random(seed + 4));
    CrewRoster crew = new CrewRoster(company, new Random(seed + 5));
    FreightBooking freight = new FreightBooking(company, new Random(seed + 6));
    HullWorks hull = new HullWorks(company, new Random(seed + 7));
    hull.alsoOrders(ledger.approver());
    writeOrganisation(folder, company, ledger, seed);
    writeLedger(folder, company, ledger, seed);
    put(folder, "directory/people.ldif", directory.ldif());
    put(folder, "directory/policies.csv", OfficeLists.policiesCsv());
    put(
        folder,
        "directory/sign-ins.log",
        OfficeLists.directoryLog(company.workers(), new Random(seed + 8)));
    put(folder, "tickets/access.txt", tickets.accessText());
    put(folder, "tickets/sign-ins.txt", tickets.signInsText(company));
    put(folder, "tickets/tills.txt", tickets.activityText());
    put(folder, "crew/crew-roster.xlsx", crew.workbook());
    put(folder, "crew/sign-ins.tsv", crew.signInsText());
    put(folder, "freight/users.json", freight.usersJson());
    put(folder, "freight/groups.json", freight.groupsJson());
    put(folder, "freight/grants.jsonl", freight.grantsLines());
    put(folder, "freight/nesting.jsonl", freight.nestingLines());
    put(folder, "freight/credentials.jsonl", freight.credentialsLines());
    put(folder, "freight/sign-ins.jsonl", freight.signInsLines());
    put(folder, "hull/hull-works.xlsx", hull.workbook());
    put(folder, "tasks.yaml", text("tasks.yaml"));
    put(
        folder,
        "audit.yaml",
        text("audit.yaml")
            // The desk counted three more than it sent: somebody has to say why.
            .replace("@LEDGER_USERS@", String.valueOf(ledger.users().size() + 3))
            .replace("@DIRECTORY_ENTRIES@", String.valueOf(directory.entries()))
            .replace("@TICKET_ROWS@", String.valueOf(tickets.rows()))
            .replace("@CREW_USERS@", String.valueOf(crew.accounts()))
            .replace("@FREIGHT_USERS@", String.valueOf(freight.accounts()))
            .replace("@FREIGHT_GROUPS@", String.valueOf(freight.groups()))
            .replace("@HULL_USERS@", String.valueOf(hull.accounts()))
            .replace("@PEOPLE@", String.valueOf(company.workers().size())));
    Path march = folder.resolve(MARCH.toString());
    put(march, "fixes.json", MarchFixes.json(march, folder));
    put(folder, "rounds.json", FirstRound.json(folder, new Random(seed + 11)));
  }

  private static Directory directory(Company company, long seed, LocalDate asOf) {
    return new Directory(company, new Random(seed + 3), asOf);
  }

  private static void writeOrganisation(Path folder, Company company, Ledger ledger, long seed)
      throws IOException {
    put(folder, "people/roster.csv", Roster.csv(company.workers(), AS_OF));
    put(folder, "people/moves.csv", OfficeLists.movesCsv(company));
    put(folder, "people/requests.csv", OfficeLists.requestsCsv(ledger, new Random(seed + 9)));
    put(folder, "people/systems.csv", OfficeLists.systemsCsv());
  }

  private static void writeLedger(Path folder, Company company, Ledger ledger, long seed)
      throws IOException {
    Worker leaver = Ledger.leaverWhoStayed(company);
    LedgerSignIns signIns = new LedgerSignIns(ledger, leaver, new Random(seed + 2));
    String activity =
        LedgerPermissions.activityCsv(ledger, ledger.approver().number(), new Random(seed + 10));
    putOld(folder, "ledger/users.csv", ledger.usersCsv(AS_OF));
    putOld(folder, "ledger/roles.csv", ledger.rolesCsv(AS_OF));
    putOld(folder, "ledger/user-roles.csv", ledger.userRolesCsv(AS_OF));
    putOld(folder, "ledger/sign-ins.csv", signIns.csv());
    putOld(folder, "ledger/grants.csv", LedgerPermissions.grantsCsv());
    putOld(folder, "ledger/permissions.csv", LedgerPermissions.permissionsCsv());
    putOld(folder, "ledger/licences.csv", LedgerPermissions.licencesCsv());
    putOld(folder, "ledger/activity.csv", activity);
  }

  /// The quarter before: fewer files, the same shapes, so that their maps hold.
  private static void writeMarch(Path folder, Company company, Ledger ledger, long seed)
      throws IOException {
    Directory directory = directory(company, seed, MARCH);
    put(folder, "people/roster.csv", Roster.csv(company.workers(), MARCH));
    putOld(folder, "ledger/users.csv", ledger.usersCsv(MARCH));
    putOld(folder, "ledger/roles.csv", ledger.rolesCsv(MARCH));
    putOld(folder, "ledger/user-roles.csv", ledger.userRolesCsv(MARCH));
    put(folder, "directory/people.ldif", directory.ldif());
    put(folder, "audit.yaml", text("march.yaml"));
  }

  private static String text(String name) throws IOException {
    try (InputStream in = DemoAudit.class.getResourceAsStream(name)) {
      return new String(Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private static void put(Path folder, String name, String text) throws IOException {
    put(folder, name, text.getBytes(StandardCharsets.UTF_8));
  }

  /// Written by a program that knows no Unicode.
  private static void putOld(Path folder, String name, String text) throws IOException {
    put(folder, name, text.getBytes(WINDOWS_1252));
  }

  private static void put(Path folder, String name, byte[] bytes) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(Objects.requireNonNull(file.getParent()));
    Files.write(file, bytes);
  }
}

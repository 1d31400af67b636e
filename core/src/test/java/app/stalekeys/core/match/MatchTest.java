package app.stalekeys.core.match;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.AuditFileWriter;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Matching;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.support.TestAudit;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/// Whose is it: rules match by themselves, likeness only suggests, and a decision holds as long as its
/// ground does.
class MatchTest {

  private static final String[] PEOPLE = {
    "person,name,email,department,status",
    "00417,Anna Holm,anna.holm@x.example,Finance,active",
    "2042,Åse Sørensen,ase@x.example,Crew,active",
    "2043,Jón Dam,shared@x.example,Crew,active",
    "2044,Jón Dam,shared@x.example,Freight,active",
    "2045,Rúna Mikkelsen,runa@x.example,Crew,left"
  };

  private static TestAudit accounts(String... rows) {
    String[] lines = new String[rows.length + 1];
    lines[0] = "account,name,email,person,department,type,owner,status";
    System.arraycopy(rows, 0, lines, 1, rows.length);
    return new TestAudit().people(PEOPLE).accounts(lines);
  }

  private static Snapshot snapshot(TestAudit audit) {
    return audit.run().outcome().snapshot();
  }

  private static Account account(Snapshot snapshot, String key) {
    return snapshot.applications().getFirst().accounts().stream()
        .filter(one -> one.key().equals(key))
        .findFirst()
        .orElseThrow();
  }

  /// `id score reason; reason` of each suggestion.
  private static List<String> suggested(TestAudit audit, String key) {
    Snapshot snapshot = snapshot(audit);
    ApplicationAccess access = snapshot.applications().getFirst();
    assertThat(access.match(account(snapshot, key))).as("likeness never matches").isNull();
    return new Suggester(snapshot.roster(), access.application().ids())
        .suggest(account(snapshot, key), List.of()).stream()
            .map(one -> one.person().id() + " " + String.join("; ", one.reasons()))
            .toList();
  }

  @Test
  void aUserNameThatIsAnEmployeeNumberIsSuggestedUnderTheIdRule() {
    assertThat(suggested(accounts("417,,,,,,,enabled").application("ids: {pad: 5}"), "417"))
        .containsExactly("00417 the user name is the employee number");
    assertThat(suggested(accounts("417,,,,,,,enabled"), "417")).isEmpty();
  }

  @Test
  void namesAreAlikeWithoutAccentsSwappedShortenedAndMisspelt() {
    assertThat(suggested(accounts("a,\"Holm, Anna\",,,,,,enabled"), "a"))
        .containsExactly("00417 same name with its parts swapped, the only one");
    assertThat(suggested(accounts("b,Ase Sorensen,,,Crew,,,enabled"), "b"))
        .containsExactly("2042 same name, the only one; same department");
    assertThat(suggested(accounts("c,A. Holm,,,,,,enabled"), "c"))
        .containsExactly("00417 same name, shortened or with initials");
    assertThat(suggested(accounts("d,Anna Hulm,,,,,,enabled"), "d"))
        .containsExactly("00417 one letter apart");
    assertThat(suggested(accounts("aholm,,,,,,,enabled"), "aholm"))
        .containsExactly("00417 the user name is initial and last name");
    assertThat(suggested(accounts("e,Anna Berg,,,,,,enabled"), "e"))
        .as("a first name alone is nobody")
        .isEmpty();
  }

  @Test
  void aNameThatTwoPeopleHaveSuggestsBothAndIsNotSure() {
    Snapshot snapshot = snapshot(accounts("j,Jón Dam,,,Crew,,,enabled"));
    List<Suggestion> both =
        new Suggester(snapshot.roster(), snapshot.applications().getFirst().application().ids())
            .suggest(account(snapshot, "j"), List.of());
    assertThat(both).extracting(one -> one.person().id()).containsExactly("2043", "2044");
    assertThat(both).noneMatch(Suggestion::sure);
    assertThat(
            new Suggester(snapshot.roster(), snapshot.applications().getFirst().application().ids())
                .suggest(account(snapshot, "j"), List.of("2043")))
        .extracting(one -> one.person().id())
        .containsExactly("2044");
  }

  @Test
  void aDecisionHoldsBeforeRulesAndBreaksVisiblyWhenItsGroundChanges() {
    TestAudit held =
        accounts("a,Anna Holm,anna.holm@x.example,,,,,enabled")
            .application(
                "matches: [{account: a, person: \"2042\", ground: \"Anna Holm, anna.holm@x.example,  = Åse Sørensen, ase@x.example\"}]");
    ApplicationAccess access = snapshot(held).applications().getFirst();
    assertThat(Objects.requireNonNull(access.match(access.accounts().getFirst())))
        .returns("2042", match -> match.person().id())
        .returns(Match.Rule.DECISION, Match::rule);

    TestAudit broken =
        accounts("a,Anna Berg,anna.holm@x.example,,,,,enabled")
            .application(
                "matches: [{account: a, person: \"2042\", ground: \"Anna Holm, anna.holm@x.example,  = Åse Sørensen, ase@x.example\"}]");
    Snapshot after = snapshot(broken);
    access = after.applications().getFirst();
    assertThat(Objects.requireNonNull(access.match(access.accounts().getFirst())).rule())
        .isEqualTo(Match.Rule.EMAIL);
    assertThat(access.matching().left(access.accounts().getFirst(), after.asOf()))
        .isEqualTo(Matching.Left.BROKEN);
    assertThat(after.problems()).anyMatch(problem -> problem.code().equals("match-broken"));
  }

  @Test
  void nobodyAndNotThisOneAreDecisionsToo() {
    Snapshot snapshot =
        snapshot(
            accounts(
                    "a,Anna Holm,anna.holm@x.example,,,,,enabled",
                    "b,Anna Holm,anna.holm@x.example,,,,,enabled")
                .application(
                    "matches: [{account: a, person: none}, {account: b, not: [\"00417\"]}]"));
    ApplicationAccess access = snapshot.applications().getFirst();
    assertThat(access.match(account(snapshot, "a"))).isNull();
    assertThat(access.match(account(snapshot, "b"))).isNull();
    assertThat(access.matching().left(account(snapshot, "a"), snapshot.asOf()))
        .isEqualTo(Matching.Left.NOTHING);
    assertThat(access.matching().left(account(snapshot, "b"), snapshot.asOf()))
        .isEqualTo(Matching.Left.PERSON);
  }

  @Test
  void aServiceAccountNeedsAnOwnerWhoWorksHere() {
    Snapshot snapshot =
        snapshot(
            accounts(
                    "s1,,,,,service,00417,enabled",
                    "s2,,,,,service,2045,enabled",
                    "s3,,,,,shared,,enabled",
                    "s4,,,,,built-in,,enabled")
                .application("matches: [{account: s4, owner: \"2042\"}]"));
    Matching matching = snapshot.applications().getFirst().matching();
    assertThat(snapshot.applications().getFirst().accounts())
        .extracting(one -> matching.faultOfOwner(matching.owner(one), snapshot.asOf()))
        .containsExactly(null, "its owner Rúna Mikkelsen has left", "no owner is named", null);
  }

  @Test
  void decisionsAreWrittenIntoTheAuditFileAndReadBackEqual() {
    String text =
        "audit: T\nas-of: 2026-06-30\napplications:\n  - id: app\n    name: App\n    matches:\n"
            + "      - {account: a, person: none, reason: a training account}\n"
            + "      - {account: s, owner: \"2042\", not: [\"1\"], ground: x}\n";
    AuditFile read = Objects.requireNonNull(AuditFile.parse(text, "audit.yaml").audit());
    assertThat(AuditFile.parse(AuditFileWriter.write(read), "audit.yaml").audit()).isEqualTo(read);
  }
}

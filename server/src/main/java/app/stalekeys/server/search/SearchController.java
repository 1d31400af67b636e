package app.stalekeys.server.search;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.audit.Citations;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.gather.Evidence;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// Finds things by a part of their id or name, without regard to case or accents.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/search")
class SearchController {

  private static final int MOST_EACH = 8;

  /// @param kind `person`, `account`, `role`, `check` or `file`
  /// @param evidenceId the file to open at `row`; 0 when the hit has no row
  record Hit(String kind, String key, String label, String about, long evidenceId, long row) {}

  private final Snapshots snapshots;
  private final Examinations examinations;
  private final Evidence evidence;

  SearchController(Snapshots snapshots, Examinations examinations, Evidence evidence) {
    this.snapshots = snapshots;
    this.examinations = examinations;
    this.evidence = evidence;
  }

  @GetMapping
  List<Hit> search(@PathVariable long snapshot, @RequestParam String q) {
    String wanted = folded(q);
    if (wanted.isBlank()) {
      return List.of();
    }
    OpenSnapshot open = snapshots.get(snapshot);
    return new Search(wanted, open).hits();
  }

  private static String folded(String text) {
    return Normalizer.normalize(text, Normalizer.Form.NFD)
        .replaceAll("\\p{M}", "")
        .toLowerCase(Locale.ROOT)
        .strip();
  }

  private final class Search {
    private final String wanted;
    private final OpenSnapshot open;
    private final Map<String, Long> files;
    private final List<Hit> hits = new ArrayList<>();

    Search(String wanted, OpenSnapshot open) {
      this.wanted = wanted;
      this.open = open;
      this.files =
          evidence.summaries(open.id()).stream()
              .collect(Collectors.toMap(Evidence.Summary::file, Evidence.Summary::id));
    }

    List<Hit> hits() {
      Snapshot snapshot = examinations.loaded(open.id());
      snapshot.roster().people().stream()
          .filter(person -> fits(person.id(), person.name(), person.email()))
          .limit(MOST_EACH)
          .forEach(this::person);
      for (ApplicationAccess access : snapshot.applications()) {
        String name = access.application().name();
        access.accounts().stream()
            .filter(account -> fits(account.key(), account.name(), account.email()))
            .limit(MOST_EACH)
            .forEach(account -> account(account, name));
        access.roles().roles().stream()
            .filter(role -> fits(role.id(), role.name(), role.description()))
            .limit(MOST_EACH)
            .forEach(role -> role(role, name));
      }
      open.file().allChecks().stream()
          .filter(check -> fits(check.id(), check.title(), ""))
          .forEach(this::check);
      Citations citations = Citations.of(open.file().evidence());
      files.forEach((file, id) -> {
        if (fits(file, citations.file(file), "")) {
          hits.add(new Hit("file", file, file, citations.file(file), id, 0));
        }
      });
      return hits;
    }

    private boolean fits(String first, String second, String third) {
      return folded(first).contains(wanted)
          || folded(second).contains(wanted)
          || folded(third).contains(wanted);
    }

    private void person(Person person) {
      add(
          "person",
          person.id(),
          person.name(),
          person.id() + ", " + person.department(),
          person.place());
    }

    private void account(Account account, String application) {
      add(
          "account",
          account.key(),
          account.key(),
          account.name() + ", " + application,
          account.place());
    }

    private void role(Role role, String application) {
      String about =
          role.description().isEmpty() ? application : role.description() + ", " + application;
      add("role", role.id(), role.id(), about, role.place());
    }

    private void check(Check check) {
      hits.add(new Hit("check", check.id(), check.title(), check.card().why(), 0, 0));
    }

    private void add(String kind, String key, String label, String about, Place place) {
      hits.add(new Hit(kind, key, label, about, files.getOrDefault(place.file(), 0L), place.row()));
    }
  }
}

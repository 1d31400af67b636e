package app.stalekeys.server.live;

import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.gather.ReadingDesk;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.jobs.Jobs;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.Principal;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/// Reads a live source, in a job whose result is the evidence that now lies on the reading desk.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/live")
class LiveController {

  /// @param application empty for the whole organisation
  /// @param attributes separated by commas, empty for all
  record LdapAsked(
      String application,
      String host,
      int port,
      String protection,
      String certificate,
      String bindDn,
      String password,
      String base,
      String filter,
      String attributes) {}

  record ScimAsked(
      String application,
      String address,
      String resource,
      String token,
      String filter,
      String certificate) {}

  record Reading(long id) {}

  /// A source that came with the program to be tried.
  record StandIn(
      String protocol,
      String about,
      String host,
      int port,
      String address,
      String base,
      String bindDn,
      String secret) {}

  private final Snapshots snapshots;
  private final Evidence evidence;
  private final ReadingDesk desk;
  private final Jobs jobs;
  private final Journal journal;
  private final Clock clock;
  private final JsonMapper json;
  private final List<StandIn> standIns;

  LiveController(
      Snapshots snapshots,
      Evidence evidence,
      ReadingDesk desk,
      Jobs jobs,
      Journal journal,
      Clock clock,
      JsonMapper json,
      @Value("${stalekeys.stand-ins:[]}") String standIns) {
    this.snapshots = snapshots;
    this.evidence = evidence;
    this.desk = desk;
    this.jobs = jobs;
    this.journal = journal;
    this.clock = clock;
    this.json = json;
    this.standIns = json.readValue(standIns, new TypeReference<List<StandIn>>() {});
  }

  @GetMapping
  List<StandIn> standIns() {
    return standIns;
  }

  @PostMapping("/ldap")
  Reading ldap(@PathVariable long snapshot, @RequestBody LdapAsked asked, Principal who) {
    OpenSnapshot open = snapshots.get(snapshot);
    String application = application(open, asked.application());
    if (asked.host().isBlank() || asked.port() < 1 || asked.port() > 65_535) {
      throw Refusal.unusable("Say the directory's host and its port, from 1 to 65535.");
    }
    LdapSource.Query query =
        new LdapSource.Query(
            asked.host().strip(),
            asked.port(),
            LdapSource.Protection.of(asked.protection()),
            asked.certificate(),
            asked.bindDn().strip(),
            asked.password(),
            asked.base().strip(),
            asked.filter().strip(),
            Arrays.stream(asked.attributes().split("[,\\s]+")).filter(a -> !a.isEmpty()).toList());
    String from = "ldap://%s:%d/%s".formatted(query.host(), query.port(), query.base());
    return start(
        open,
        new Origin(application, "directory", ".ldif", from, query.filter()),
        who.getName(),
        (out, job) -> {
          LdapSource.read(query, out, job);
          return null; // a directory does not say how many entries it has
        });
  }

  @PostMapping("/scim")
  Reading scim(@PathVariable long snapshot, @RequestBody ScimAsked asked, Principal who) {
    OpenSnapshot open = snapshots.get(snapshot);
    String application = application(open, asked.application());
    if (!List.of("Users", "Groups").contains(asked.resource())) {
      throw Refusal.unusable("Say what to read: Users or Groups.");
    }
    ScimSource.Query query =
        new ScimSource.Query(
            address(asked.address().strip()),
            asked.resource(),
            asked.token().strip(),
            asked.filter().strip(),
            asked.certificate());
    return start(
        open,
        new Origin(
            application,
            asked.resource().toLowerCase(java.util.Locale.ROOT),
            ".json",
            query.address() + "/" + asked.resource(),
            query.filter()),
        who.getName(),
        (out, job) -> new ScimSource(query, json).read(out, job));
  }

  private static URI address(String text) {
    try {
      URI address = URI.create(text);
      boolean web = "https".equals(address.getScheme()) || "http".equals(address.getScheme());
      if (web && address.getHost() != null) {
        return address;
      }
    } catch (IllegalArgumentException noAddress) {
      // said below
    }
    throw Refusal.unusable(
        "\"%s\" is no address of a service, such as https://accounts.fennicksound.example/scim/v2."
            .formatted(text));
  }

  private static String application(OpenSnapshot open, String id) {
    if (!id.isEmpty() && open.file().applications().stream().noneMatch(a -> a.id().equals(id))) {
      throw Refusal.unusable("There is no such application in this audit.");
    }
    return id;
  }

  /// Where a reading comes from and how its file is called.
  private record Origin(
      String application, String name, String ending, String from, String filter) {}

  private interface Source {
    /// @return the number of records the source declared, null when it does not say
    @Nullable Long write(OutputStream out, Job job) throws IOException;
  }

  private Reading start(OpenSnapshot open, Origin origin, String who, Source source) {
    Job job =
        jobs.submit("Reading " + origin.from(), work -> read(open, origin, who, source, work));
    return new Reading(job.id());
  }

  private void read(OpenSnapshot open, Origin origin, String who, Source source, Job job)
      throws IOException {
    LocalDateTime now =
        LocalDateTime.ofInstant(clock.instant(), open.file().zone())
            .truncatedTo(ChronoUnit.SECONDS);
    job.step("Reading " + origin.from(), 0);
    Path spool = Files.createTempFile("stale-keys-", origin.ending());
    try {
      Long declared;
      try (OutputStream out = Files.newOutputStream(spool)) {
        declared = source.write(out, job);
      }
      String owner = origin.application().isEmpty() ? "organisation" : origin.application();
      String name =
          "%s/%s-%s%s"
              .formatted(owner, origin.name(), now.toString().replace(":", ""), origin.ending());
      long id;
      try (InputStream in = Files.newInputStream(spool)) {
        id =
            evidence.receiveForDesk(
                open.id(),
                name,
                origin.application().isEmpty() ? null : origin.application(),
                in,
                who);
      }
      desk.layOut(open, id);
      String filter = origin.filter().isEmpty() ? "none" : origin.filter();
      desk.declare(open, id, now.toString(), origin.from(), filter, declared);
      journal.write(who, "evidence", "read %s live into %s".formatted(origin.from(), name));
      job.result(id);
    } finally {
      Files.deleteIfExists(spool);
    }
  }
}

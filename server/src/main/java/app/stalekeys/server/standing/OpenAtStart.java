package app.stalekeys.server.standing;

import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.jobs.Jobs;
import app.stalekeys.server.platform.Refusal;
import java.io.IOException;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/// Opens the folder that the command line named, before it says that the application is ready, and goes
/// on with files whose reading was interrupted.
@Component
class OpenAtStart {

  private final AuditOpener opener;
  private final Snapshots snapshots;
  private final Jobs jobs;
  private final @Nullable String folder;

  OpenAtStart(
      AuditOpener opener,
      Snapshots snapshots,
      Jobs jobs,
      @Value("${stalekeys.folder:#{null}}") @Nullable String folder) {
    this.opener = opener;
    this.snapshots = snapshots;
    this.jobs = jobs;
    this.folder = folder;
  }

  @EventListener(ApplicationReadyEvent.class)
  @Order(1)
  void open() throws IOException {
    if (folder != null) {
      try {
        opener.open(Path.of(folder), "stale-keys", jobs.attended("Opening " + folder));
      } catch (Refusal refusal) {
        System.err.println(refusal.getMessage());
        System.err.println("The audit was not opened; the application goes on without it.");
      }
    }
    for (OpenSnapshot snapshot : snapshots.all()) {
      jobs.submit("Going on with " + snapshot.file().title(), job -> opener.resume(snapshot, job));
    }
  }
}

package app.stalekeys.server.standing;

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

/// Opens the folder that the command line named, before it says that the application is ready.
@Component
class OpenAtStart {

  private final AuditOpener opener;
  private final Jobs jobs;
  private final @Nullable String folder;

  OpenAtStart(
      AuditOpener opener,
      Jobs jobs,
      @Value("${stalekeys.folder:#{null}}") @Nullable String folder) {
    this.opener = opener;
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
  }
}

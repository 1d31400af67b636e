package app.stalekeys.server.watches;

import app.stalekeys.server.platform.Refusal;
import jakarta.annotation.PreDestroy;
import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Semaphore;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/// Listens for syslog (RFC 5424 over TCP, framed as RFC 6587 says, or over TLS) and looks into a folder for new log
/// files. What comes is handed on in small batches.
@Service
class Listening {

  /// Bytes that one message may have.
  private static final int LONGEST = 64 * 1024;

  /// Bytes after which a batch is handed on though more comes.
  private static final int FULL = 256 * 1024;

  /// Milliseconds without a byte after which a batch is handed on.
  private static final int STILL = 250;

  private static final int MOST_SENDERS = 200;
  private static final long LOOK_AGAIN = 1000;

  private final WatchSettingsRows rows;
  private final Watching watching;
  private @Nullable Running running;
  private String fault = "";

  Listening(WatchSettingsRows rows, Watching watching) {
    this.rows = rows;
    this.watching = watching;
  }

  /// What is listened to now.
  private final class Running {
    private final @Nullable ServerSocket wire;
    private final ZoneId zone;
    private final Semaphore senders = new Semaphore(MOST_SENDERS);
    private volatile boolean ended;

    Running(@Nullable ServerSocket wire, ZoneId zone) {
      this.wire = wire;
      this.zone = zone;
    }

    void accept() {
      while (wire != null && !ended) {
        try {
          Socket socket = wire.accept();
          if (senders.tryAcquire()) {
            Thread.ofVirtual().start(() -> receive(socket));
          } else {
            watching.problem(
                "more than %d senders at once; one was sent away".formatted(MOST_SENDERS));
            socket.close();
          }
        } catch (IOException closed) {
          if (!ended) {
            watching.problem("a sender was lost: " + closed.getMessage());
          }
        }
      }
    }

    private void receive(Socket socket) {
      String name = "syslog from " + socket.getInetAddress().getHostAddress();
      ByteArrayOutputStream batch = new ByteArrayOutputStream();
      try (socket;
          InputStream in = new BufferedInputStream(socket.getInputStream())) {
        socket.setSoTimeout(STILL);
        Frames frames = new Frames(in, LONGEST);
        while (!ended) {
          try {
            byte[] message = frames.next();
            if (message == null) {
              break;
            }
            batch.write(message);
            batch.write('\n');
          } catch (SocketTimeoutException still) {
            hand(name, batch);
          }
          if (batch.size() > FULL) {
            hand(name, batch);
          }
        }
      } catch (IOException lost) {
        watching.problem("%s was lost: %s".formatted(name, lost.getMessage()));
      } finally {
        senders.release();
        hand(name, batch);
      }
    }

    private void hand(String name, ByteArrayOutputStream batch) {
      if (batch.size() > 0) {
        byte[] bytes = batch.toByteArray();
        batch.reset();
        watching.take(name, () -> new ByteArrayInputStream(bytes), zone);
      }
    }

    /// A file is read when it no longer grows.
    ///
    /// @param known files that were there when it began
    void look(Path folder, Set<Path> known) {
      Map<Path, Long> growing = new HashMap<>();
      while (!ended) {
        for (Map.Entry<Path, Long> file : files(folder).entrySet()) {
          if (known.contains(file.getKey())) {
            continue;
          }
          if (file.getValue().equals(growing.put(file.getKey(), file.getValue()))) {
            known.add(file.getKey());
            watching.take(
                String.valueOf(file.getKey().getFileName()),
                () -> Files.newInputStream(file.getKey()),
                zone);
          }
        }
        try {
          Thread.sleep(LOOK_AGAIN);
        } catch (InterruptedException stopped) {
          return;
        }
      }
    }

    private Map<Path, Long> files(Path folder) {
      Map<Path, Long> sizes = new HashMap<>();
      try (Stream<Path> files = Files.list(folder)) {
        for (Path file : files.filter(Files::isRegularFile).toList()) {
          sizes.put(file, Files.size(file));
        }
      } catch (IOException failed) {
        watching.problem("the folder %s cannot be read".formatted(folder));
      }
      return sizes;
    }

    void end() {
      ended = true;
      try {
        if (wire != null) {
          wire.close();
        }
      } catch (IOException closed) {
        // It was to be closed.
      }
    }
  }

  @EventListener
  void onReady(ApplicationReadyEvent ready) {
    watching.begin();
    try {
      begin(rows.findById(WatchSettings.ONLY).orElseGet(WatchSettings::off));
    } catch (Refusal refused) {
      fault = String.join(" ", refused.sentences());
    }
  }

  /// Ends what is listened to and begins anew as the settings say.
  ///
  /// @throws Refusal when it cannot begin; nothing is listened to then
  synchronized void begin(WatchSettings settings) {
    end();
    fault = "";
    if (!settings.listening()) {
      return;
    }
    ServerSocket wire = settings.syslogPort() == 0 ? null : open(settings);
    Running fresh = new Running(wire, ZoneId.of(settings.zone()));
    running = fresh;
    if (wire != null) {
      Thread.ofVirtual().name("syslog").start(fresh::accept);
    }
    if (!settings.folder().isBlank()) {
      Path folder = Path.of(settings.folder());
      if (!Files.isDirectory(folder)) {
        end();
        throw Refusal.unusable(
            "%s is no folder on this machine; make it, or name another.".formatted(folder));
      }
      Set<Path> known = new HashSet<>(fresh.files(folder).keySet());
      Thread.ofVirtual().name("log-folder").start(() -> fresh.look(folder, known));
    }
  }

  private static ServerSocket open(WatchSettings settings) {
    try {
      ServerSocket wire =
          settings.tls()
              ? ServerIdentity.of(settings.certificate(), settings.privateKey())
                  .getServerSocketFactory()
                  .createServerSocket()
              : new ServerSocket();
      wire.bind(new InetSocketAddress(settings.syslogPort()));
      return wire;
    } catch (IOException taken) {
      throw Refusal.unusable(
          "Port %d cannot be listened to: %s. Choose another, from 1024 on."
              .formatted(settings.syslogPort(), taken.getMessage()));
    }
  }

  synchronized boolean isListening() {
    return running != null;
  }

  /// Why nothing is listened to though it should be; empty when all is well.
  synchronized String fault() {
    return fault;
  }

  @PreDestroy
  synchronized void end() {
    if (running != null) {
      running.end();
      running = null;
    }
  }
}

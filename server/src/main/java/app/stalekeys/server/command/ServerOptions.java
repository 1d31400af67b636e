package app.stalekeys.server.command;

import app.stalekeys.server.WebApplication;
import java.io.IOException;
import java.net.BindException;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ConfigurableApplicationContext;
import picocli.CommandLine.Option;

/// Options that both `serve` and `demo` take.
final class ServerOptions {

  @Option(
      names = "--port",
      defaultValue = "8080",
      description = "Port to listen on; default ${DEFAULT-VALUE}.")
  private int port = 8080;

  @Option(
      names = "--address",
      defaultValue = "127.0.0.1",
      description = "Address to listen on; default ${DEFAULT-VALUE}, this machine only.")
  private String address = "127.0.0.1";

  @Option(
      names = "--data",
      paramLabel = "DIR",
      defaultValue = "data",
      description = "Folder for the database; default ${DEFAULT-VALUE}.")
  private Path data = Path.of("data");

  @Option(
      names = "--stop-when-ready",
      hidden = true,
      description = "Stop again at once; the launcher uses it to learn which classes are needed.")
  private boolean stopWhenReady;

  WebApplication.Settings settings(
      @Nullable Path folder, @Nullable String firstPassword, @Nullable String standIns) {
    return new WebApplication.Settings(
        data, folder, address, port, firstPassword, standIns, null, null);
  }

  Path data() {
    return data;
  }

  /// Starts the application; returns what the command returns.
  int start(WebApplication.Settings settings) throws IOException {
    refuseTakenPort(settings);
    refuseDataInUse(settings.data());
    ConfigurableApplicationContext application = WebApplication.start(settings);
    if (stopWhenReady) {
      application.close();
      return 0;
    }
    return ServeCommand.RUNNING;
  }

  private static void refuseTakenPort(WebApplication.Settings settings) throws IOException {
    try (ServerSocket probe = new ServerSocket()) {
      probe.setReuseAddress(true);
      probe.bind(new InetSocketAddress(settings.address(), settings.port()));
    } catch (BindException taken) {
      throw new IOException(
          "port %d of %s is taken; end what runs there or choose another with --port"
              .formatted(settings.port(), settings.address()),
          taken);
    }
  }

  /// Two programs on one database would spoil it; the database itself would refuse, less plainly.
  private static void refuseDataInUse(Path data) throws IOException {
    Files.createDirectories(data);
    Path database = data.resolve("stale-keys.mv.db");
    if (Files.exists(database)) {
      try (FileChannel channel = FileChannel.open(database, StandardOpenOption.WRITE);
          FileLock lock = channel.tryLock()) {
        if (lock == null) {
          throw new IOException(
              "the folder %s is in use by another Stale Keys; end it or choose another with --data"
                  .formatted(data));
        }
      }
    }
  }
}

package app.stalekeys.server.command;

import app.stalekeys.server.WebApplication;
import java.nio.file.Path;
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

  WebApplication.Settings settings(@Nullable Path folder, @Nullable String firstPassword) {
    return new WebApplication.Settings(data, folder, address, port, firstPassword);
  }

  /// Starts the application; returns what the command returns.
  int start(WebApplication.Settings settings) {
    ConfigurableApplicationContext application = WebApplication.start(settings);
    if (stopWhenReady) {
      application.close();
      return 0;
    }
    return ServeCommand.RUNNING;
  }
}

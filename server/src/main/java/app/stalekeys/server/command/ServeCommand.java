package app.stalekeys.server.command;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/// Starts the web application.
@Command(
    name = "serve",
    mixinStandardHelpOptions = true,
    description = {
      "Starts the web application on this machine.",
      "With FOLDER, that audit is opened; what was decided about it before is kept."
    })
final class ServeCommand implements Callable<Integer> {

  /// Returned while the web application goes on; never an exit code.
  static final int RUNNING = -1;

  @Parameters(arity = "0..1", paramLabel = "FOLDER", description = "An audit folder to open.")
  private @Nullable Path folder;

  @Mixin private ServerOptions options = new ServerOptions();

  @Override
  public Integer call() throws IOException {
    return options.start(options.settings(folder, null, null));
  }
}

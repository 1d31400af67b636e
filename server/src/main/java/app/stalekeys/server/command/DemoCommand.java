package app.stalekeys.server.command;

import app.stalekeys.demo.DemoAudit;
import app.stalekeys.server.WebApplication;
import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/// Writes the demo audit and, unless only the files are wanted, starts the web application with it.
@Command(
    name = "demo",
    mixinStandardHelpOptions = true,
    description = {
      "Writes the demo audit of a made-up ferry company and opens it in the web application.",
      "With --only-files, writes the folder and stops."
    })
final class DemoCommand implements Callable<Integer> {

  /// Printed on the terminal; the demo listens on this machine only and holds made-up data.
  private static final String PASSWORD = "nine ferries, four ports";

  @Option(
      names = "--only-files",
      paramLabel = "DIR",
      description = "Write the demo audit here and stop.")
  private @Nullable Path onlyFiles;

  @Option(
      names = "--seed",
      defaultValue = "" + DemoAudit.SEED,
      description = "Another made-up company; default ${DEFAULT-VALUE}.")
  private long seed = DemoAudit.SEED;

  @Mixin private ServerOptions options = new ServerOptions();

  @Override
  public Integer call() throws IOException {
    if (onlyFiles != null) {
      DemoAudit.write(onlyFiles, seed);
      return 0;
    }
    WebApplication.Settings settings = options.settings(null, PASSWORD);
    Path folder = settings.data().resolve("demo-audit");
    DemoAudit.write(folder, seed);
    return options.start(options.settings(folder, PASSWORD));
  }
}

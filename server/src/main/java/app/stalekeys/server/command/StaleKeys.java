package app.stalekeys.server.command;

import java.io.PrintWriter;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/// The program. Exit codes: 0 ran, 2 unusable input or arguments, 3 findings at or above `--fail-on`,
/// 1 a fault of the program itself.
@Command(
    name = "stale-keys",
    version = "Stale Keys 0.1.0",
    mixinStandardHelpOptions = true,
    description = "Audits user access from the lists that business applications export.",
    subcommands = {
      DemoCommand.class,
      ServeCommand.class,
      ExamineCommand.class,
      ReportCommand.class,
      VerifyCommand.class
    })
public final class StaleKeys implements Runnable {

  static final int UNUSABLE = 2;

  @Spec private CommandSpec spec;

  @SuppressWarnings("NullAway.Init") // picocli sets the annotated fields
  private StaleKeys() {}

  public static void main(String[] arguments) {
    int exit = execute(arguments);
    // The web application goes on after its command has returned.
    if (exit != ServeCommand.RUNNING) {
      System.exit(exit);
    }
  }

  /// Memory that runs short is no fault of the program: it says what to do.
  private static int execute(String... arguments) {
    try {
      return commandLine().execute(arguments);
    } catch (OutOfMemoryError full) {
      System.err.printf(
          "stale-keys: the %,d MB of memory that Java may use are not enough for this audit; nothing was written."
              + " Give it more, such as STALE_KEYS_JAVA_OPTIONS=-Xmx6g.%n",
          Runtime.getRuntime().maxMemory() / 1_000_000);
      return UNUSABLE;
    }
  }

  /// The command line with our errors: one plain line, never a stack trace.
  static CommandLine commandLine() {
    CommandLine line = new CommandLine(new StaleKeys());
    line.setExecutionExceptionHandler((failure, command, parsed) -> {
      command.getErr().println("stale-keys: " + sentence(failure));
      return 1;
    });
    line.setParameterExceptionHandler((mistake, arguments) -> {
      PrintWriter err = mistake.getCommandLine().getErr();
      err.println("stale-keys: " + mistake.getMessage());
      err.println("Try: stale-keys --help");
      return UNUSABLE;
    });
    return line;
  }

  private static String sentence(Exception failure) {
    String message = failure.getMessage();
    return switch (failure) {
      case java.nio.file.AccessDeniedException denied ->
          "no permission for " + denied.getFile() + "; check who owns it";
      case java.nio.file.FileSystemException file ->
          "cannot use " + file.getFile() + "; check that it exists and can be written";
      default -> message == null ? "something went wrong inside the program" : message;
    };
  }

  @Override
  public void run() {
    spec.commandLine().usage(spec.commandLine().getOut());
  }
}

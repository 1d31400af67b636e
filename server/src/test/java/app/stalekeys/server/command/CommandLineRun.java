package app.stalekeys.server.command;

import java.io.PrintWriter;
import java.io.StringWriter;

/// One run of the command line, with what it printed.
public record CommandLineRun(int exit, String out, String err) {

  public static CommandLineRun of(String... arguments) {
    StringWriter out = new StringWriter();
    StringWriter err = new StringWriter();
    int exit =
        StaleKeys.commandLine()
            .setOut(new PrintWriter(out))
            .setErr(new PrintWriter(err))
            .execute(arguments);
    return new CommandLineRun(exit, out.toString(), err.toString());
  }
}

package app.stalekeys.server.command;

import app.stalekeys.demo.AlarmReceiver;
import app.stalekeys.demo.DemoAudit;
import app.stalekeys.demo.StandIns;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.json.JsonMapper;

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
    Path folder = options.data().resolve("demo-audit");
    DemoAudit.write(folder, seed);
    StandIns standIns = StandIns.start(folder);
    AlarmReceiver receiver = AlarmReceiver.start();
    int exit =
        options.start(
            options
                .settings(folder, PASSWORD, described(standIns))
                .watchedBy(described(receiver), receiver.smtpPort()));
    if (exit != ServeCommand.RUNNING) {
      standIns.close();
      receiver.close();
    }
    return exit;
  }

  private static String described(AlarmReceiver receiver) {
    return JsonMapper.shared()
        .writeValueAsString(
            Map.of(
                "webhook",
                receiver.address(),
                "secret",
                AlarmReceiver.SECRET,
                "smtpHost",
                "127.0.0.1",
                "smtpPort",
                receiver.smtpPort()));
  }

  /// What the screen offers to try, in its own words.
  private static String described(StandIns standIns) {
    return JsonMapper.shared()
        .writeValueAsString(
            List.of(
                Map.of(
                    "protocol",
                    "ldap",
                    "about",
                    "Staff Directory of the demo",
                    "host",
                    "127.0.0.1",
                    "port",
                    standIns.ldapPort(),
                    "address",
                    "",
                    "base",
                    StandIns.BASE,
                    "bindDn",
                    StandIns.BIND_DN,
                    "secret",
                    StandIns.PASSWORD),
                Map.of(
                    "protocol", "scim",
                    "about", "Freight Booking of the demo",
                    "host", "",
                    "port", 0,
                    "address", standIns.scimAddress(),
                    "base", "",
                    "bindDn", "",
                    "secret", StandIns.TOKEN)));
  }
}

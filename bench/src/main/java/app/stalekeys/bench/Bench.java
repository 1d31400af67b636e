package app.stalekeys.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;

/// Entry point of the measurements. Every comparison is made within one run, on the same file.
public final class Bench {

  private static final long SEED = 2041;
  private static final int ACCOUNTS = 20_000;

  private Bench() {}

  public static void main(String[] arguments) throws Exception {
    String what = arguments.length == 0 ? "" : arguments[0];
    switch (what) {
      case "generate" ->
          Generator.write(
              Path.of(arguments[2]), Size.valueOf(arguments[1].toUpperCase(Locale.ROOT)), SEED);
      case "reading" -> Reading.run(signIns(rows(arguments)), 6);
      case "closure" -> Closure.run(Path.of(arguments[1]));
      case "asking" -> Asking.run(signIns(rows(arguments)));
      case "examine" -> Questions.run(Path.of(arguments[1]));
      case "answering" ->
          Answering.run(
              Path.of(arguments[1]),
              arguments.length > 2
                  ? Path.of(arguments[2])
                  : Files.createTempDirectory("answering").resolve("data"));
      case "certifying" -> Certifying.run();
      case "loading" -> Loading.run(signIns(rows(arguments)));
      default -> {
        System.err.println("bench generate small|normal|large FOLDER");
        System.err.println("bench reading [ROWS]    facts beside parsing alone");
        System.err.println(
            "bench closure FOLDER    effective permissions beside a recursive query");
        System.err.println("bench asking [ROWS]    the view of sign-ins beside the same in SQL");
        System.err.println("bench examine FOLDER    all checks beside the same questions in SQL");
        System.err.println("bench answering FOLDER [DATA]    what the screens ask, over HTTP");
        System.err.println("bench certifying    the pages of a round of 50,000 items over HTTP");
        System.err.println("bench loading [ROWS]    our store beside an analytic database");
        System.exit(2);
      }
    }
  }

  private static long rows(String[] arguments) {
    return arguments.length > 1 ? Long.parseLong(arguments[1]) : 1_000_000;
  }

  private static Path signIns(long rows) throws Exception {
    Path file = Path.of(System.getProperty("java.io.tmpdir"), "stale-keys-bench-" + rows + ".csv");
    if (!Files.exists(file)) {
      SignInFile.write(file, rows, ACCOUNTS, SEED);
    }
    return file;
  }
}

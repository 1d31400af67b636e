package app.stalekeys.bench;

import java.nio.file.Files;
import java.nio.file.Path;

/// Entry point of the measurements: `reading`, `loading`, `generate`.
public final class Bench {

  private Bench() {}

  public static void main(String[] arguments) throws Exception {
    String what = arguments.length == 0 ? "" : arguments[0];
    switch (what) {
      case "reading" -> {
        Path file = signIns(arguments);
        Reading.run(file, 6);
      }
      default -> System.err.println("expected reading, loading or generate");
    }
  }

  private static Path signIns(String[] arguments) throws Exception {
    long rows = arguments.length > 1 ? Long.parseLong(arguments[1]) : 1_000_000;
    Path file = Path.of(System.getProperty("java.io.tmpdir"), "sign-ins-" + rows + ".csv");
    if (!Files.exists(file)) {
      SignInFile.write(file, rows, 20_000, 2041);
    }
    return file;
  }
}

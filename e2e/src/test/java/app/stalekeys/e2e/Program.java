package app.stalekeys.e2e;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;

/// The packaged program as a process of its own, ended by its id.
final class Program implements AutoCloseable {

  private static final String READY = "Stale Keys is ready on ";

  private final Process process;
  private final BlockingQueue<String> lines = new LinkedBlockingQueue<>();

  private Program(Process process) {
    this.process = process;
    Thread reader =
        new Thread(() -> {
          try (BufferedReader out =
              new BufferedReader(new InputStreamReader(process.getInputStream()))) {
            out.lines().forEach(lines::add);
          } catch (IOException | java.io.UncheckedIOException ended) {
            lines.add("output ended");
          }
        });
    reader.setDaemon(true);
    reader.start();
  }

  static Program start(String... arguments) throws IOException {
    Path jar = Path.of(System.getProperty("stalekeys.jar")).normalize();
    if (!Files.exists(jar)) {
      throw new IllegalStateException("build the server first: no " + jar);
    }
    List<String> command =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "--enable-native-access=ALL-UNNAMED",
                "-jar",
                jar.toString()));
    command.addAll(List.of(arguments));
    return new Program(new ProcessBuilder(command).redirectErrorStream(true).start());
  }

  /// Waits until requests are served; gives the address.
  String address() throws InterruptedException {
    StringBuilder seen = new StringBuilder();
    for (int i = 0; i < 180; i++) {
      String line = lines.poll(1, TimeUnit.SECONDS);
      if (line != null) {
        seen.append(line).append('\n');
        if (line.startsWith(READY)) {
          return line.substring(READY.length());
        }
      }
      if (!process.isAlive() && lines.isEmpty()) {
        break;
      }
    }
    throw new AssertionError("the program did not become ready:\n" + seen);
  }

  /// As `kill -9` does: no chance to tidy up.
  void kill() throws InterruptedException {
    process.destroyForcibly().waitFor();
  }

  @Override
  public void close() throws InterruptedException {
    process.destroy();
    if (!process.waitFor(20, TimeUnit.SECONDS)) {
      kill();
    }
  }
}

package app.stalekeys.server.command;

import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.core.journal.JournalChain;
import app.stalekeys.core.journal.JournalEntry;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/// Recomputes every hash of an audit folder and the journal's chain.
@Command(
    name = "verify",
    mixinStandardHelpOptions = true,
    description = {
      "Recomputes the hashes listed in evidence.sha256 and the chain of journal.jsonl, and says what was altered.",
      "Exit code 0: everything is as it was. 2: something was altered, is missing, or cannot be verified."
    })
final class VerifyCommand implements Callable<Integer> {

  private static final String HASHES = "evidence.sha256";
  private static final String JOURNAL = "journal.jsonl";
  private static final Pattern HASH_LINE = Pattern.compile("([0-9a-f]{64}) [ *](.+)");

  @Parameters(paramLabel = "FOLDER", description = "A saved audit folder.")
  private Path folder;

  @Spec private CommandSpec spec;

  @SuppressWarnings("NullAway.Init") // picocli sets the annotated fields
  VerifyCommand() {}

  @Override
  public Integer call() throws IOException {
    PrintWriter say = spec.commandLine().getOut();
    List<String> faults = new ArrayList<>();
    boolean hashes = Files.isRegularFile(folder.resolve(HASHES));
    boolean journal = Files.isRegularFile(folder.resolve(JOURNAL));
    if (!hashes && !journal) {
      faults.add(
          "%s: neither %s nor %s is here, so nothing can be compared; save the audit from the screen to have both"
              .formatted(folder, HASHES, JOURNAL));
    }
    if (hashes) {
      say.println(verifyHashes(faults));
    }
    if (journal) {
      say.println(verifyJournal(faults));
    }
    faults.forEach(spec.commandLine().getErr()::println);
    return faults.isEmpty() ? 0 : StaleKeys.UNUSABLE;
  }

  private String verifyHashes(List<String> faults) throws IOException {
    Set<String> listed = new HashSet<>();
    int line = 0;
    int same = 0;
    for (String text : Files.readAllLines(folder.resolve(HASHES))) {
      line++;
      Matcher entry = HASH_LINE.matcher(text);
      if (!entry.matches()) {
        faults.add(
            "%s:%d: found no hash and file name, expected the form of sha256sum"
                .formatted(HASHES, line));
        continue;
      }
      String name = entry.group(2);
      listed.add(name);
      Path file = folder.resolve(name).normalize();
      if (!file.startsWith(folder.normalize()) || !Files.isRegularFile(file)) {
        faults.add("%s: listed in %s line %d and not in the folder".formatted(name, HASHES, line));
      } else if (Sha256.of(() -> Files.newInputStream(file)).equals(entry.group(1))) {
        same++;
      } else {
        faults.add(
            "%s: altered, its SHA-256 is not the one in %s line %d".formatted(name, HASHES, line));
      }
    }
    unlisted(listed, faults);
    return "%,d files are as they were".formatted(same);
  }

  /// A file that was slipped in is as suspicious as one that was altered.
  private void unlisted(Set<String> listed, List<String> faults) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      files
          .filter(Files::isRegularFile)
          .map(file -> folder.relativize(file).toString().replace('\\', '/'))
          .filter(name -> !name.equals(HASHES) && !name.equals(JOURNAL) && !listed.contains(name))
          .sorted()
          .forEach(name -> faults.add(name + ": in the folder and not listed in " + HASHES));
    }
  }

  private String verifyJournal(List<String> faults) throws IOException {
    JsonMapper json = JsonMapper.builder().build();
    JournalChain chain = new JournalChain(JOURNAL);
    long line = 0;
    try (BufferedReader lines = Files.newBufferedReader(folder.resolve(JOURNAL))) {
      for (String text = lines.readLine(); text != null; text = lines.readLine()) {
        line++;
        try {
          chain.add(json.readValue(text, JournalEntry.class), line);
        } catch (JacksonException broken) {
          faults.add("%s:%d: this is no journal entry".formatted(JOURNAL, line));
        }
      }
    }
    chain.issues().forEach(issue -> faults.add(issue.line()));
    return "%,d journal entries read, the last hash is %s"
        .formatted(chain.entries(), chain.lastHash());
  }
}

package app.stalekeys.server.journal;

import app.stalekeys.core.journal.JournalChain;
import app.stalekeys.core.journal.JournalEntry;
import app.stalekeys.core.source.Issue;
import app.stalekeys.reports.ListExport;
import app.stalekeys.server.platform.Attachment;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import tools.jackson.databind.json.JsonMapper;

/// The journal: searched, checked, taken along.
@RestController
@RequestMapping("/api/journal")
class JournalController {

  private static final int MOST = 1000;

  /// @param at UTC
  record JournalLine(long number, String at, String who, String what, String detail, String hash) {}

  /// @param all entries in the whole journal; @param total those that are asked for
  /// @param people who stands in it; @param deeds which deeds do
  record JournalPage(
      long all, long total, List<String> people, List<String> deeds, List<JournalLine> entries) {}

  /// @param faults empty when no entry was altered, removed or moved
  record JournalCheck(long entries, String lastHash, List<String> faults) {}

  private final Journal journal;
  private final JournalSearch search;
  private final JsonMapper json;

  JournalController(Journal journal, JournalSearch search, JsonMapper json) {
    this.journal = journal;
    this.search = search;
    this.json = json;
  }

  @GetMapping
  JournalPage page(
      @RequestParam(defaultValue = "") String text,
      @RequestParam(defaultValue = "") String who,
      @RequestParam(defaultValue = "") String what,
      @RequestParam(defaultValue = "") String from,
      @RequestParam(defaultValue = "") String until,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "200") int limit) {
    JournalSearch.Wanted wanted = new JournalSearch.Wanted(text, who, what, from, until);
    return new JournalPage(
        search.count(new JournalSearch.Wanted("", "", "", "", "")),
        search.count(wanted),
        search.known("who"),
        search.known("what"),
        search.page(wanted, Math.max(0, offset), Math.clamp(limit, 1, MOST)).stream()
            .map(JournalController::line)
            .toList());
  }

  private static JournalLine line(JournalEntry entry) {
    return new JournalLine(
        entry.number(), entry.at(), entry.who(), entry.what(), entry.detail(), entry.hash());
  }

  /// Recomputes the chain of the whole journal.
  @GetMapping("/check")
  JournalCheck check() {
    JournalChain chain = new JournalChain("journal");
    journal.read(entry -> chain.add(entry, entry.number()));
    return new JournalCheck(
        chain.entries(), chain.lastHash(), chain.issues().stream().map(Issue::line).toList());
  }

  /// The entries that are asked for, as a list.
  @GetMapping("/list.{format:csv|xlsx}")
  ResponseEntity<StreamingResponseBody> list(
      @PathVariable String format,
      @RequestParam(defaultValue = "") String text,
      @RequestParam(defaultValue = "") String who,
      @RequestParam(defaultValue = "") String what,
      @RequestParam(defaultValue = "") String from,
      @RequestParam(defaultValue = "") String until) {
    JournalSearch.Wanted wanted = new JournalSearch.Wanted(text, who, what, from, until);
    return Attachment.of(
        "journal",
        format,
        new ListExport(
            "Journal of Stale Keys",
            List.of(
                "Times in UTC. The hashes are those of the whole journal.",
                "Filter: " + wanted.words(),
                "%,d entries".formatted(search.count(wanted))),
            List.of("number", "at", "who", "deed", "what was done", "hash"),
            receiver -> {
              List<JournalEntry> page;
              int offset = 0;
              do {
                page = search.page(wanted, offset, MOST);
                page.forEach(entry ->
                    receiver.accept(
                        List.of(
                            String.valueOf(entry.number()),
                            entry.at(),
                            entry.who(),
                            entry.what(),
                            entry.detail(),
                            entry.hash())));
                offset += MOST;
              } while (page.size() == MOST);
            }));
  }

  /// The whole journal, an entry a line, as `stale-keys verify` checks it.
  @GetMapping("/journal.jsonl")
  ResponseEntity<StreamingResponseBody> whole() {
    return Attachment.file(
        "journal.jsonl",
        "application/jsonl;charset=utf-8",
        out -> {
          Writer lines = new OutputStreamWriter(out, StandardCharsets.UTF_8);
          journal.read(entry -> append(lines, json.writeValueAsString(entry)));
          lines.flush();
        });
  }

  private static void append(Writer lines, String line) {
    try {
      lines.append(line).append('\n');
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }
}

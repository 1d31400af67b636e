package app.stalekeys.bench;

import app.stalekeys.server.WebApplication;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.context.ConfigurableApplicationContext;

/// What the screens ask of the server, on a generated audit once it is loaded: how long 95 of 100 answers take,
/// over HTTP, view by view.
final class Answering {

  private Answering() {}

  /// @param data where the program keeps what it opened: once it has, it is not opened again
  static void run(Path folder, Path data) throws Exception {
    boolean opened = Files.exists(data);
    try (ConfigurableApplicationContext context =
        WebApplication.start(
            new WebApplication.Settings(
                data, null, "127.0.0.1", 0, Visitor.PASSWORD, null, null, null))) {
      String port = context.getEnvironment().getRequiredProperty("local.server.port");
      Visitor lead = Visitor.of("http://127.0.0.1:" + port, "lead");
      long[] snapshot = new long[1];
      long opening = Reading.time(() -> snapshot[0] = opened ? lead.known() : lead.open(folder));
      System.out.printf("received, read, stored and examined in %,d ms%n", opening);
      String base = "/api/snapshots/" + snapshot[0];
      long loading = Reading.time(() -> lead.load(base));
      System.out.printf("loaded in %,d ms%n", loading);
      for (Map.Entry<String, String> one : questions().entrySet()) {
        long first = Reading.time(() -> lead.ask("GET", base + one.getValue(), ""));
        System.out.printf(
            "%-52s %,6d ms   the first time %,d ms%n",
            one.getKey(), lead.patience(base + one.getValue()), first);
      }
    }
  }

  private static Map<String, String> questions() {
    Map<String, String> questions = new LinkedHashMap<>();
    questions.put("access, what can one do", "/access/grid?application=app1&accounts=1#&held=true");
    questions.put(
        "access, who can do this",
        "/access/grid?application=app1&permissions=1#&held=true&rows=60&cols=40");
    questions.put(
        "access, who can do anything critical",
        "/access/grid?application=app1&sensitivity=critical&held=true&top=#&sort=-permissions");
    questions.put("front page", "/standing");
    questions.put("evidence", "/evidence");
    questions.put("matching, counts", "/match");
    questions.put("matching, a page", "/match/accounts?application=app1&offset=#00&limit=100");
    questions.put("findings, counts", "/findings/desk");
    questions.put("findings, worst first", "/findings?offset=#00&limit=100");
    questions.put(
        "findings of a check by subject",
        "/findings?check=dormant&sort=subject&offset=#00&limit=100");
    questions.put("findings, a word", "/findings?text=acc#");
    questions.put("people by name", "/people?text=1#");
    questions.put("any name", "/search?text=1#");
    questions.put("sign-ins, all of them", "/sign-ins");
    questions.put("sign-ins, failures", "/sign-ins?outcome=failure");
    questions.put("attempts, a page", "/sign-ins/attempts?outcome=failure&offset=#00&limit=100");
    questions.put("changes", "/changes?offset=#00&limit=100");
    return questions;
  }
}

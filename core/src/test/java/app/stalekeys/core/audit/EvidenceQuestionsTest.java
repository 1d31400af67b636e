package app.stalekeys.core.audit;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.support.TestAudit;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class EvidenceQuestionsTest {

  private static Stream<String> asked(String entry, int enabled, String... more) {
    String[] rows =
        Stream.of(
                Stream.of("account,status"),
                IntStream.range(0, enabled).mapToObj(i -> "user" + i + ",enabled"),
                Stream.of(more))
            .flatMap(lines -> lines)
            .toArray(String[]::new);
    return new TestAudit()
            .evidence("{file: u.csv, kind: accounts%s}".formatted(entry))
            .file("u.csv", rows)
            .run()
            .outcome()
            .issues()
            .stream()
            .map(Issue::code);
  }

  @Test
  void aListWithoutASingleDisabledAccountEarnsAQuestion() {
    assertThat(asked("", 20)).containsExactly("nobody-disabled");
    assertThat(asked("", 19)).isEmpty();
    assertThat(asked("", 20, "gone,disabled")).isEmpty();
  }

  @Test
  void anExportMadeBeforeTheAsOfDateOrWithAFilterEarnsAQuestion() {
    assertThat(asked(", extracted: 2026-06-29T23:00", 1)).containsExactly("extracted-early");
    assertThat(asked(", extracted: 2026-06-30, filter: none", 1)).isEmpty();
    assertThat(asked(", extracted: soon", 1)).isEmpty();
    assertThat(asked(", extracted: last Tuesday", 1)).containsExactly("extracted-unclear");
    assertThat(asked(", filter: active only", 1)).containsExactly("filter-used");
  }
}

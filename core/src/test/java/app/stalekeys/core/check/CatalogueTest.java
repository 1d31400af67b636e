package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.check.catalogue.Catalogue;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

/// What the page of checks tells is what the checks do.
class CatalogueTest {

  @Test
  void everyCheckStandsOnThePageWithItsParametersAndStandardValues() throws Exception {
    String page = Files.readString(Path.of("../docs/checks.md"));
    assertThat(Catalogue.checks()).extracting(Check::id).doesNotHaveDuplicates();
    for (Check check : Catalogue.checks()) {
      String line =
          page.lines()
              .filter(one -> one.startsWith("| `" + check.id() + "` "))
              .findFirst()
              .orElseThrow(() -> new AssertionError(check.id() + " is not on docs/checks.md"));
      assertThat(line).contains(check.title(), check.card().severityRule());
      for (Parameter parameter : check.parameters()) {
        assertThat(line).contains("`%s` ".formatted(parameter.name()));
        assertThat(line).contains(String.join(", ", parameter.standard()));
      }
      assertThat(check.card().remedies())
          .as("ways to put right what %s flags", check.id())
          .isNotEmpty();
    }
  }
}

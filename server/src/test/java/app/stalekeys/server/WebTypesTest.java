package app.stalekeys.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/// The page's types and the server's records name the same things, or the two have drifted apart.
class WebTypesTest {

  private static final Pattern INTERFACE =
      Pattern.compile("export interface (\\w+) \\{(.*?)\n}", Pattern.DOTALL);
  private static final Pattern FIELD = Pattern.compile("(?m)^  (\\w+)\\??:");

  @Test
  void everyTypeOfThePageIsARecordOfTheServerWithTheSameFields() throws Exception {
    JsonNode schemas =
        Browser.signedIn().json("/api/openapi.json").get("components").get("schemas");
    StringBuilder types = new StringBuilder();
    for (String file :
        List.of(
            "types.ts",
            "matchTypes.ts",
            "accessTypes.ts",
            "checkTypes.ts",
            "conflictTypes.ts",
            "signInTypes.ts",
            "changeTypes.ts",
            "watchTypes.ts",
            "userTypes.ts",
            "certifyTypes.ts",
            "fixTypes.ts",
            "packTypes.ts",
            "pushTypes.ts")) {
      types.append(Files.readString(Path.of("../web/src/shared/api", file)));
    }
    Map<String, TreeSet<String>> page = new TreeMap<>();
    for (MatchResult type : INTERFACE.matcher(types).results().toList()) {
      TreeSet<String> fields = new TreeSet<>();
      FIELD.matcher(type.group(2)).results().forEach(field -> fields.add(field.group(1)));
      page.put(type.group(1), fields);
    }
    assertThat(page).hasSizeGreaterThan(30);
    List<String> drifted = new ArrayList<>();
    page.forEach((name, fields) -> {
      JsonNode schema = schemas.get(name);
      TreeSet<String> served = new TreeSet<>();
      if (schema != null) {
        served.addAll(schema.get("properties").propertyNames());
      }
      if (!served.equals(fields)) {
        drifted.add("%s: page %s, server %s".formatted(name, fields, served));
      }
    });
    assertThat(drifted).isEmpty();
  }
}

package app.stalekeys.reports;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// A template as JSON: `name`, `title`, `by`, `cover`, `closing`, `parts`, `people`. What is left out is empty; parts
/// left out are the standard ones.
public final class PackTemplateText {

  private static final Set<String> KEYS =
      new TreeSet<>(List.of("name", "title", "by", "cover", "closing", "parts", "people"));

  private static final JsonMapper JSON = JsonMapper.builder().build();

  /// @param template null when there are faults
  public record Parsed(@Nullable PackTemplate template, List<String> faults) {}

  private PackTemplateText() {}

  public static String write(PackTemplate template) {
    return JSON.writerWithDefaultPrettyPrinter()
        .writeValueAsString(
            new Words(
                template.name(),
                template.title(),
                template.by(),
                template.cover(),
                template.closing(),
                template.parts().stream().map(PackPart::word).toList(),
                template.people()));
  }

  private record Words(
      String name,
      String title,
      String by,
      String cover,
      String closing,
      List<String> parts,
      List<String> people) {}

  /// Every fault is said, not only the first.
  public static Parsed parse(String text) {
    JsonNode root;
    try {
      root = JSON.readTree(text);
    } catch (JacksonException noJson) {
      var place = noJson.getLocation();
      return new Parsed(
          null,
          List.of(
              "line %d, column %d: this is no JSON"
                  .formatted(place.getLineNr(), place.getColumnNr())));
    }
    List<String> faults = new ArrayList<>();
    root.propertyNames()
        .forEach(key -> {
          if (!KEYS.contains(key)) {
            faults.add(
                "\"%s\" is no setting of a template; expected %s"
                    .formatted(key, String.join(", ", KEYS)));
          }
        });
    List<PackPart> parts = new ArrayList<>();
    for (JsonNode part : root.path("parts")) {
      PackPart.of(part.asString())
          .ifPresentOrElse(
              parts::add,
              () ->
                  faults.add(
                      "\"%s\" is no part of a pack; expected %s"
                          .formatted(part.asString(), String.join(", ", PackPart.allWords()))));
    }
    if (parts.size() != parts.stream().distinct().count()) {
      faults.add("a part stands in \"parts\" twice; expected each once");
    }
    List<String> people = new ArrayList<>();
    root.path("people").forEach(one -> people.add(one.asString()));
    if (!faults.isEmpty()) {
      return new Parsed(null, faults);
    }
    return new Parsed(
        new PackTemplate(
            root.path("name").asString("Pack"),
            root.path("title").asString(""),
            root.path("by").asString(""),
            root.path("cover").asString(""),
            root.path("closing").asString(""),
            root.has("parts") ? parts : PackTemplate.STANDARD.parts(),
            people),
        List.of());
  }
}

package app.stalekeys.core.evidence.read;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;

/// One object with its nesting laid flat: `name.formatted`, `emails.value`. SCIM's schema names before a
/// field are left out, its primary value comes first, `active` is told in our words, and a user's roles
/// and entitlements stand together under `role`.
record JsonObject(Map<String, List<String>> values) {

  private static final String SCIM = "urn:ietf:params:scim:";

  /// Reads the object whose start was just read.
  static JsonObject read(JsonParser parser) {
    Map<String, List<String>> values = new LinkedHashMap<>();
    readObject(parser, "", values);
    if (values.getOrDefault("schemas", List.of()).stream().anyMatch(s -> s.startsWith(SCIM))) {
      settleScim(values);
    }
    return new JsonObject(values);
  }

  private static void readObject(
      JsonParser parser, String prefix, Map<String, List<String>> values) {
    for (JsonToken token = parser.nextToken();
        token != JsonToken.END_OBJECT && token != null;
        token = parser.nextToken()) {
      String name = parser.currentName();
      parser.nextToken();
      readValue(parser, name.startsWith(SCIM) ? "" : prefix + name, values);
    }
  }

  private static void readValue(JsonParser parser, String name, Map<String, List<String>> values) {
    switch (parser.currentToken()) {
      case START_OBJECT -> readObject(parser, name.isEmpty() ? "" : name + ".", values);
      case START_ARRAY -> readArray(parser, name, values);
      case VALUE_NULL -> values.computeIfAbsent(name, key -> new ArrayList<>(1));
      default ->
          values.computeIfAbsent(name, key -> new ArrayList<>(1)).add(parser.getValueAsString());
    }
  }

  private static void readArray(JsonParser parser, String name, Map<String, List<String>> values) {
    values.computeIfAbsent(name, key -> new ArrayList<>(0));
    for (JsonToken token = parser.nextToken();
        token != JsonToken.END_ARRAY && token != null;
        token = parser.nextToken()) {
      if (token != JsonToken.START_OBJECT) {
        readValue(parser, name, values);
        continue;
      }
      Map<String, List<String>> element = new LinkedHashMap<>();
      readObject(parser, name + ".", element);
      boolean primary = element.getOrDefault(name + ".primary", List.of()).contains("true");
      element.forEach((key, found) -> {
        List<String> all = values.computeIfAbsent(key, k -> new ArrayList<>(1));
        all.addAll(primary ? 0 : all.size(), found);
      });
    }
    if (values.get(name) instanceof List<String> own && own.isEmpty()) {
      values.remove(name);
    }
  }

  private static void settleScim(Map<String, List<String>> values) {
    List<String> active = values.get("active");
    if (active != null) {
      active.replaceAll(
          word -> word.equals("true") ? "enabled" : word.equals("false") ? "disabled" : word);
    }
    List<String> formatted = values.get("name.formatted");
    if (formatted != null && values.getOrDefault("displayName", List.of()).isEmpty()) {
      values.put("displayName", formatted);
    }
    List<String> roles = new ArrayList<>();
    for (String source : List.of("roles", "entitlements")) {
      roles.addAll(values.getOrDefault(source + ".value", List.of()));
      roles.addAll(values.getOrDefault(source, List.of()));
    }
    if (!roles.isEmpty() && !values.containsKey(JsonRecords.SCIM_ROLES)) {
      values.put(JsonRecords.SCIM_ROLES, roles);
    }
  }
}

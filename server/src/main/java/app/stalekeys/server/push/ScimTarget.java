package app.stalekeys.server.push;

import app.stalekeys.core.fix.FixAction;
import app.stalekeys.core.fix.Step;
import app.stalekeys.server.live.Trust;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// Changes users and groups by SCIM 2.0 PATCH (RFC 7644, section 3.5.2).
final class ScimTarget implements Target {

  private static final Duration PATIENCE = Duration.ofSeconds(30);
  private static final String PATCH = "urn:ietf:params:scim:api:messages:2.0:PatchOp";

  private final JsonMapper json;
  private final String base;
  private final String token;
  private final HttpClient client;

  /// @param base address of the service, above `/Users`
  ScimTarget(JsonMapper json, String base, String token, String certificate) {
    this.json = json;
    this.base = base.endsWith("/") ? base.substring(0, base.length() - 1) : base;
    this.token = token;
    this.client =
        HttpClient.newBuilder()
            .connectTimeout(Duration.ofSeconds(10))
            .followRedirects(HttpClient.Redirect.NEVER)
            .sslContext(Trust.of(certificate))
            .build();
  }

  @Override
  public Prepared prepare(Step step) throws IOException {
    JsonNode user = find("Users", "userName", step.subject().key());
    if (user == null) {
      return Prepared.impossible("there is no user " + step.subject().key());
    }
    String id = user.path("id").asString();
    if (step.action() == FixAction.DISABLE) {
      return user.path("active").asBoolean(true)
          ? Prepared.of(patch("Users", id, operation("replace", "active", Boolean.FALSE)))
          : Prepared.already("the user is not active");
    }
    if (step.action() != FixAction.REMOVE_ASSIGNMENT) {
      return Prepared.impossible("only disabling and taking roles away can be sent");
    }
    JsonNode group = find("Groups", "displayName", step.what());
    if (group == null) {
      return Prepared.impossible("there is no group " + step.what());
    }
    for (JsonNode member : group.path("members")) {
      if (member.path("value").asString().equals(id)) {
        return Prepared.of(
            patch(
                "Groups",
                group.path("id").asString(),
                operation("remove", "members[value eq \"%s\"]".formatted(id), null)));
      }
    }
    return Prepared.already("the user is not in the group");
  }

  private static Map<String, Object> operation(String op, String path, @Nullable Object value) {
    Map<String, Object> operation = new LinkedHashMap<>();
    operation.put("op", op);
    operation.put("path", path);
    if (value != null) {
      operation.put("value", value);
    }
    return operation;
  }

  private Change patch(String resource, String id, Map<String, Object> operation) {
    Map<String, Object> body = new LinkedHashMap<>();
    body.put("schemas", List.of(PATCH));
    body.put("Operations", List.of(operation));
    return new Change(
        "PATCH",
        "%s/%s/%s".formatted(base, resource, URLEncoder.encode(id, StandardCharsets.UTF_8)),
        json.writeValueAsString(body));
  }

  private @Nullable JsonNode find(String resource, String attribute, String value)
      throws IOException {
    String filter = "%s eq %s".formatted(attribute, json.writeValueAsString(value));
    String address =
        "%s/%s?filter=%s"
            .formatted(base, resource, URLEncoder.encode(filter, StandardCharsets.UTF_8));
    HttpResponse<String> answer = ask("GET", address, "");
    if (answer.statusCode() != 200) {
      throw new IOException("the service answered with status " + answer.statusCode());
    }
    try {
      for (JsonNode one : json.readTree(answer.body()).path("Resources")) {
        if (one.path(attribute).asString("").equalsIgnoreCase(value)) {
          return one;
        }
      }
      return null;
    } catch (JacksonException noJson) {
      throw new IOException("the service answered with something that is no JSON", noJson);
    }
  }

  @Override
  public String send(Change change) throws IOException {
    HttpResponse<String> answer = ask(change.method(), change.address(), change.body());
    if (answer.statusCode() / 100 != 2) {
      throw new IOException("the service answered with status " + answer.statusCode());
    }
    return "status " + answer.statusCode();
  }

  private HttpResponse<String> ask(String method, String address, String body) throws IOException {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(address))
            .timeout(PATIENCE)
            .header("Accept", "application/scim+json, application/json")
            .header("Content-Type", "application/scim+json")
            .method(method, HttpRequest.BodyPublishers.ofString(body));
    if (!token.isBlank()) {
      request.header("Authorization", "Bearer " + token);
    }
    try {
      return client.send(request.build(), HttpResponse.BodyHandlers.ofString());
    } catch (InterruptedException interrupted) {
      throw new IOException(interrupted);
    }
  }

  @Override
  public void close() {
    client.close();
  }
}

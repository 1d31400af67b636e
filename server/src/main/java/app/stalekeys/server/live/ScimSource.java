package app.stalekeys.server.live;

import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.platform.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// Reads users or groups by SCIM 2.0 (RFC 7644), page by page, into one list response. The token is used
/// for the requests and kept nowhere.
final class ScimSource {

  /// @param address of the service, above `/Users`
  /// @param resource `Users` or `Groups`
  record Query(URI address, String resource, String token, String filter, String certificate) {}

  private static final int PAGE = 200;
  private static final int MOST_BYTES = 64 << 20;
  private static final Duration PATIENCE = Duration.ofSeconds(60);

  private final JsonMapper json;
  private final Query query;
  private final HttpClient client;

  ScimSource(Query query, JsonMapper json) {
    this.json = json;
    this.query = query;
    this.client =
        HttpClient.newBuilder()
            .connectTimeout(Duration.ofSeconds(10))
            .followRedirects(HttpClient.Redirect.NEVER)
            .sslContext(Trust.of(query.certificate()))
            .build();
  }

  /// @return the number of resources, which is the one the service declared
  /// @throws Refusal with a sentence when the service cannot be read to the end
  long read(OutputStream out, Job job) throws IOException {
    long read = 0;
    long total;
    try (JsonGenerator list = json.createGenerator(out)) {
      list.writeStartObject();
      list.writeArrayPropertyStart("schemas");
      list.writeString("urn:ietf:params:scim:api:messages:2.0:ListResponse");
      list.writeEndArray();
      list.writeArrayPropertyStart("Resources");
      do {
        JsonNode page = page(read + 1);
        total = page.path("totalResults").asLong(-1);
        JsonNode resources = page.path("Resources");
        if (total < 0 || (resources.isEmpty() && read < total)) {
          throw refused(
              "gave %,d of %,d %s and then nothing more".formatted(read, total, query.resource()));
        }
        for (JsonNode resource : resources) {
          list.writePOJO(resource);
          read++;
        }
        if (!job.progress(read)) {
          throw Refusal.unusable("Reading the service was stopped; nothing was kept.");
        }
      } while (read < total);
      list.writeEndArray();
      list.writeNumberProperty("totalResults", total);
      list.writeEndObject();
    }
    return total;
  }

  private JsonNode page(long from) throws IOException {
    StringBuilder address = new StringBuilder(query.address().toString());
    if (address.charAt(address.length() - 1) != '/') {
      address.append('/');
    }
    address.append(query.resource()).append("?startIndex=").append(from).append("&count=");
    address.append(PAGE);
    if (!query.filter().isBlank()) {
      address.append("&filter=").append(URLEncoder.encode(query.filter(), StandardCharsets.UTF_8));
    }
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(address.toString()))
            .timeout(PATIENCE)
            .header("Accept", "application/scim+json, application/json");
    if (!query.token().isBlank()) {
      request.header("Authorization", "Bearer " + query.token());
    }
    return parsed(send(request.build()));
  }

  private byte[] send(HttpRequest request) throws IOException {
    try {
      HttpResponse<InputStream> answer =
          client.send(request, HttpResponse.BodyHandlers.ofInputStream());
      try (InputStream body = answer.body()) {
        if (answer.statusCode() != 200) {
          throw refused("answered with status " + answer.statusCode());
        }
        byte[] bytes = body.readNBytes(MOST_BYTES + 1);
        if (bytes.length > MOST_BYTES) {
          throw refused("sent a page of more than 64 MB");
        }
        return bytes;
      }
    } catch (InterruptedException interrupted) {
      throw new IOException(interrupted);
    } catch (IOException unreachable) {
      String message = unreachable.getMessage();
      throw refused("could not be reached: " + (message == null ? "no connection" : message));
    }
  }

  private JsonNode parsed(byte[] page) {
    try {
      return json.readTree(page);
    } catch (JacksonException noJson) {
      throw refused("answered with something that is no JSON");
    }
  }

  private Refusal refused(String how) {
    return Refusal.unusable(
        "The service at %s %s. Nothing was kept; correct the details and try again."
            .formatted(query.address(), how));
  }
}

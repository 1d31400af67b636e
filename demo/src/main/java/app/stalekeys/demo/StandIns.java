package app.stalekeys.demo;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServerConfig;
import com.unboundid.ldap.listener.InMemoryListenerConfig;
import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldif.LDIFException;
import com.unboundid.ldif.LDIFReader;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/// Servers that stand in for a company's own, with the demo's people: a directory that speaks LDAP v3
/// and a freight program that speaks SCIM 2.0; both can be changed. They listen on this machine only, page their answers,
/// and want to be signed in to.
public final class StandIns implements AutoCloseable {

  public static final String BASE = "dc=fennicksound,dc=example";
  public static final String BIND_DN = "cn=auditor," + BASE;
  public static final String PASSWORD = "read only, please";
  public static final String TOKEN = "made-up-token-of-the-demo";

  /// Records that a SCIM answer holds at most, as a real service limits them.
  private static final int PAGE = 50;

  private static final Pattern EQUAL = Pattern.compile("(\\w+) eq \"(.*)\"");

  private final InMemoryDirectoryServer directory;
  private final HttpServer scim;
  private final JsonMapper json = JsonMapper.shared();
  private final ArrayNode users;
  private final ArrayNode groups;

  private StandIns(InMemoryDirectoryServer directory, HttpServer scim, Path folder)
      throws IOException {
    this.directory = directory;
    this.scim = scim;
    this.users = read(folder.resolve("freight/users.json"));
    this.groups = read(folder.resolve("freight/groups.json"));
  }

  private ArrayNode read(Path file) throws IOException {
    return (ArrayNode) json.readTree(Files.readAllBytes(file)).path("Resources");
  }

  /// Starts both on free ports.
  ///
  /// @param folder of a demo audit that was written
  public static StandIns start(Path folder) throws IOException {
    try {
      InetAddress here = InetAddress.getLoopbackAddress();
      InMemoryDirectoryServerConfig config = new InMemoryDirectoryServerConfig(BASE);
      config.addAdditionalBindCredentials(BIND_DN, PASSWORD);
      config.setAuthenticationRequiredOperationTypes(com.unboundid.ldap.sdk.OperationType.SEARCH);
      config.setSchema(null);
      config.setGenerateOperationalAttributes(false);
      config.setListenerConfigs(InMemoryListenerConfig.createLDAPConfig("demo", here, 0, null));
      InMemoryDirectoryServer directory = new InMemoryDirectoryServer(config);
      load(directory, folder.resolve("directory/people.ldif"));
      directory.startListening();
      HttpServer scim = HttpServer.create(new InetSocketAddress(here, 0), 0);
      StandIns both = new StandIns(directory, scim, folder);
      scim.createContext("/scim/v2/", both::answer);
      scim.start();
      return both;
    } catch (LDAPException | LDIFException failed) {
      throw new IOException("the stand-in directory cannot start", failed);
    }
  }

  private static void load(InMemoryDirectoryServer directory, Path ldif)
      throws IOException, LDAPException, LDIFException {
    directory.add("dn: " + BASE, "objectClass: domain", "dc: fennicksound");
    List<String> units = new ArrayList<>();
    try (LDIFReader reader = new LDIFReader(ldif.toFile())) {
      for (Entry entry = reader.readEntry(); entry != null; entry = reader.readEntry()) {
        String unit = entry.getParentDNString();
        if (!units.contains(unit)) {
          units.add(unit);
          directory.add(
              "dn: " + unit,
              "objectClass: organizationalUnit",
              "ou: " + unit.substring(3, unit.indexOf(',')));
        }
        directory.add(entry);
      }
    }
  }

  public int ldapPort() {
    return directory.getListenPort();
  }

  /// Address of the SCIM service, above `/Users`.
  public String scimAddress() {
    return "http://127.0.0.1:%d/scim/v2".formatted(scim.getAddress().getPort());
  }

  private void answer(HttpExchange exchange) throws IOException {
    try (exchange) {
      String[] path = exchange.getRequestURI().getPath().replace("/scim/v2/", "").split("/");
      String given = exchange.getRequestHeaders().getFirst("Authorization");
      ArrayNode resources = resources(path[0]);
      if (!("Bearer " + TOKEN).equals(given)) {
        send(exchange, 401, Map.of("status", "401", "detail", "no or wrong token"));
      } else if (resources == null) {
        send(exchange, 404, Map.of("status", "404", "detail", "no such resource"));
      } else if (path.length == 2 && exchange.getRequestMethod().equals("PATCH")) {
        patch(exchange, resources, path[1]);
      } else {
        send(exchange, 200, page(resources, query(exchange)));
      }
    }
  }

  private @Nullable ArrayNode resources(String name) {
    return switch (name) {
      case "Users" -> users;
      case "Groups" -> groups;
      default -> null;
    };
  }

  /// As much of RFC 7644, section 3.5.2, as a user disabled and a member taken out need.
  private synchronized void patch(HttpExchange exchange, ArrayNode resources, String id)
      throws IOException {
    for (JsonNode one : resources) {
      if (one instanceof ObjectNode resource && resource.path("id").asString().equals(id)) {
        JsonNode body = json.readTree(exchange.getRequestBody().readAllBytes());
        body.path("Operations").forEach(operation -> apply(resource, operation));
        send(exchange, 200, resource);
        return;
      }
    }
    send(exchange, 404, Map.of("status", "404", "detail", "no such resource"));
  }

  private static void apply(ObjectNode resource, JsonNode operation) {
    String path = operation.path("path").asString();
    if (operation.path("op").asString().equals("replace")) {
      resource.set(path, operation.path("value"));
    } else if (path.startsWith("members[value eq ")
        && resource.get("members") instanceof ArrayNode members) {
      String member = path.replaceAll("^members\\[value eq \"|\"]$", "");
      for (int i = members.size() - 1; i >= 0; i--) {
        if (members.get(i).path("value").asString().equals(member)) {
          members.remove(i);
        }
      }
    }
  }

  private synchronized Map<String, Object> page(ArrayNode resources, Map<String, String> query) {
    List<JsonNode> all = new ArrayList<>();
    resources.forEach(one -> {
      if (fits(one, query.getOrDefault("filter", ""))) {
        all.add(one);
      }
    });
    int from = Math.max(1, Integer.parseInt(query.getOrDefault("startIndex", "1")));
    int count = Math.min(PAGE, Integer.parseInt(query.getOrDefault("count", "" + PAGE)));
    List<JsonNode> shown = new ArrayList<>();
    for (int i = from - 1; i < Math.min(all.size(), from - 1 + count); i++) {
      shown.add(all.get(i));
    }
    Map<String, Object> page = new LinkedHashMap<>();
    page.put("schemas", List.of("urn:ietf:params:scim:api:messages:2.0:ListResponse"));
    page.put("totalResults", all.size());
    page.put("startIndex", from);
    page.put("itemsPerPage", shown.size());
    page.put("Resources", shown);
    return page;
  }

  /// Filters of the form `attribute eq "value"`; any other lets everything through.
  private static boolean fits(JsonNode resource, String filter) {
    Matcher equal = EQUAL.matcher(filter);
    return !equal.matches()
        || resource.path(equal.group(1)).asString("").equalsIgnoreCase(equal.group(2));
  }

  private static Map<String, String> query(HttpExchange exchange) {
    Map<String, String> query = new LinkedHashMap<>();
    String text = exchange.getRequestURI().getRawQuery();
    for (String pair : text == null ? new String[0] : text.split("&")) {
      int at = pair.indexOf('=');
      query.put(
          pair.substring(0, at), URLDecoder.decode(pair.substring(at + 1), StandardCharsets.UTF_8));
    }
    return query;
  }

  private void send(HttpExchange exchange, int status, Object body) throws IOException {
    byte[] bytes = json.writeValueAsBytes(body);
    exchange.getResponseHeaders().add("Content-Type", "application/scim+json");
    exchange.sendResponseHeaders(status, bytes.length);
    exchange.getResponseBody().write(bytes);
  }

  @Override
  public void close() {
    directory.shutDown(true);
    scim.stop(0);
  }
}

package app.stalekeys.server.support;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.JWSHeader;
import com.nimbusds.jose.crypto.RSASSASigner;
import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jose.jwk.RSAKey;
import com.nimbusds.jose.jwk.gen.RSAKeyGenerator;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.SignedJWT;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Date;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import tools.jackson.databind.json.JsonMapper;

/// An OpenID Connect provider that vouches for whomever a test tells it to, without asking anybody.
public final class VouchingProvider {

  static final String CLIENT = "stale-keys";
  static final String SECRET = "a secret of tests";

  private final HttpServer server;
  private final RSAKey key;
  private final Map<String, String> nonces = new ConcurrentHashMap<>();
  private volatile Map<String, Object> claims = Map.of();

  private VouchingProvider(HttpServer server, RSAKey key) {
    this.server = server;
    this.key = key;
  }

  static VouchingProvider start() {
    try {
      HttpServer server =
          HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
      VouchingProvider provider =
          new VouchingProvider(server, new RSAKeyGenerator(2048).keyID("tests").generate());
      server.createContext("/.well-known/openid-configuration", provider::describe);
      server.createContext("/keys", to -> answer(to, new JWKSet(provider.key).toJSONObject(true)));
      server.createContext("/authorize", provider::authorize);
      server.createContext("/token", provider::token);
      server.start();
      return provider;
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    } catch (JOSEException failed) {
      throw new IllegalStateException(failed);
    }
  }

  public String issuer() {
    return "http://localhost:" + server.getAddress().getPort();
  }

  /// Whom it says it has in front of it from now on.
  public void vouchFor(String email, boolean verified) {
    claims = Map.of("email", email, "email_verified", verified);
  }

  private void describe(HttpExchange to) throws IOException {
    answer(
        to,
        Map.of(
            "issuer",
            issuer(),
            "authorization_endpoint",
            issuer() + "/authorize",
            "token_endpoint",
            issuer() + "/token",
            "jwks_uri",
            issuer() + "/keys",
            "subject_types_supported",
            new String[] {"public"},
            "response_types_supported",
            new String[] {"code"},
            "id_token_signing_alg_values_supported",
            new String[] {"RS256"}));
  }

  private void authorize(HttpExchange to) throws IOException {
    Map<String, String> asked = new HashMap<>();
    for (String pair : to.getRequestURI().getRawQuery().split("&")) {
      String[] parts = pair.split("=", 2);
      asked.put(parts[0], URLDecoder.decode(parts[1], StandardCharsets.UTF_8));
    }
    String code = "code-" + nonces.size();
    nonces.put(code, asked.get("nonce"));
    to.getResponseHeaders()
        .add(
            "Location",
            "%s?code=%s&state=%s"
                .formatted(
                    asked.get("redirect_uri"),
                    code,
                    java.net.URLEncoder.encode(asked.get("state"), StandardCharsets.UTF_8)));
    to.sendResponseHeaders(302, -1);
    to.close();
  }

  private void token(HttpExchange to) throws IOException {
    String body = new String(to.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
    String code = body.replaceAll(".*code=(code-\\d+).*", "$1");
    JWTClaimsSet.Builder said =
        new JWTClaimsSet.Builder()
            .issuer(issuer())
            .audience(CLIENT)
            .subject("somebody")
            .claim("nonce", nonces.get(code))
            .issueTime(Date.from(Instant.now()))
            .expirationTime(Date.from(Instant.now().plusSeconds(60)));
    claims.forEach(said::claim);
    SignedJWT signed =
        new SignedJWT(
            new JWSHeader.Builder(JWSAlgorithm.RS256).keyID("tests").build(), said.build());
    try {
      signed.sign(new RSASSASigner(key));
    } catch (JOSEException failed) {
      throw new IllegalStateException(failed);
    }
    answer(
        to,
        Map.of(
            "access_token",
            "none",
            "token_type",
            "Bearer",
            "expires_in",
            60,
            "id_token",
            signed.serialize()));
  }

  private static void answer(HttpExchange to, Map<String, Object> json) throws IOException {
    byte[] bytes = JsonMapper.shared().writeValueAsBytes(json);
    to.getResponseHeaders().add("Content-Type", "application/json");
    to.sendResponseHeaders(200, bytes.length);
    to.getResponseBody().write(bytes);
    to.close();
  }
}

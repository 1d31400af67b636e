package app.stalekeys.server.users;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/// Lets in whoever brings a token in the `Authorization` header. A token neither makes tokens nor manages users,
/// so that a stolen one cannot give itself a longer life.
final class TokenFilter extends OncePerRequestFilter {

  private static final String BEARER = "Bearer ";
  private static final Set<String> READING = Set.of("GET", "HEAD");
  private static final List<String> NOT_BY_TOKEN = List.of("/api/session", "/api/users");

  private final UserService users;

  TokenFilter(UserService users) {
    this.users = users;
  }

  /// Whether a request comes with a token and not with a cookie.
  static boolean has(HttpServletRequest request) {
    String header = request.getHeader("Authorization");
    return header != null && header.startsWith(BEARER);
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (!has(request)) {
      chain.doFilter(request, response);
      return;
    }
    UserService.Bearer bearer =
        users.bearer(request.getHeader("Authorization").substring(BEARER.length()).strip());
    String refused = bearer == null ? null : refusal(bearer, request);
    if (bearer == null) {
      refuse(
          response, HttpServletResponse.SC_UNAUTHORIZED, "This token is not known or has ended.");
    } else if (refused != null) {
      refuse(response, HttpServletResponse.SC_FORBIDDEN, refused);
    } else {
      SecurityContext context = SecurityContextHolder.createEmptyContext();
      context.setAuthentication(SignedIn.as(bearer.user(), bearer.parts()));
      SecurityContextHolder.setContext(context);
      chain.doFilter(request, response);
    }
  }

  private static @Nullable String refusal(UserService.Bearer bearer, HttpServletRequest request) {
    if (NOT_BY_TOKEN.stream().anyMatch(request.getRequestURI()::startsWith)) {
      return "Users, sessions and tokens are managed on the screen, not with a token.";
    }
    return bearer.mayChange() || READING.contains(request.getMethod())
        ? null
        : "This token reads and does not change anything.";
  }

  static void refuse(HttpServletResponse response, int status, String sentence) throws IOException {
    response.setStatus(status);
    response.setContentType("application/json;charset=utf-8");
    response
        .getOutputStream()
        .write("{\"sentences\":[\"%s\"]}".formatted(sentence).getBytes(StandardCharsets.UTF_8));
  }
}

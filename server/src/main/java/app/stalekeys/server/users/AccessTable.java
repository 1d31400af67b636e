package app.stalekeys.server.users;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpMethod;
import org.springframework.http.server.PathContainer;
import org.springframework.web.util.pattern.PathPattern;
import org.springframework.web.util.pattern.PathPatternParser;

/// Which parts may ask for what. The one table of it: the first row that fits decides, and what no row fits is
/// closed to everybody.
final class AccessTable {

  /// Who a row lets in.
  enum Door {
    /// Also strangers.
    OPEN,
    /// Everybody who is signed in, whatever the part.
    SIGNED_IN,
    /// The parts of the row.
    PARTS
  }

  /// @param method null for any
  record Row(@Nullable HttpMethod method, PathPattern pattern, Door door, Set<Part> parts) {

    boolean fits(HttpMethod asked, String path) {
      return (method == null || method.equals(asked))
          && pattern.matches(PathContainer.parsePath(path));
    }

    boolean lets(Part part) {
      return door != Door.PARTS || parts.contains(part);
    }
  }

  private static final PathPatternParser PATTERNS = new PathPatternParser();

  private static final Set<Part> LEAD = EnumSet.of(Part.LEAD);
  private static final Set<Part> AUDITORS = EnumSet.of(Part.LEAD, Part.AUDITOR);
  private static final Set<Part> READERS = EnumSet.of(Part.LEAD, Part.AUDITOR, Part.READER);
  private static final Set<Part> REVIEWERS = EnumSet.of(Part.REVIEWER);
  private static final Set<Part> FIXERS = EnumSet.of(Part.FIXER);

  private static final @Nullable HttpMethod ANY = null;
  private static final HttpMethod GET = HttpMethod.GET;

  static final List<Row> ROWS =
      List.of(
          row(ANY, "/api/session", Door.OPEN),
          row(ANY, "/api/session/welcome", Door.OPEN),
          row(ANY, "/api/session/**", Door.SIGNED_IN),
          row(ANY, "/api/users/**", LEAD),
          row(GET, "/api/watches/**", AUDITORS),
          row(ANY, "/api/watches/**", LEAD),
          row(ANY, "/api/reviews/**", REVIEWERS),
          row(ANY, "/api/fixes/**", FIXERS),
          row(GET, "/api/journal/**", READERS),
          row(GET, "/api/jobs/**", READERS),
          row(ANY, "/api/jobs/**", AUDITORS),
          row(GET, "/api/openapi.json*", READERS),
          row(GET, "/api/openapi.json/**", READERS),
          row(GET, "/api/snapshots/*/audit.zip", AUDITORS),
          row(GET, "/api/snapshots/**", READERS),
          row(ANY, "/api/snapshots/**", AUDITORS));

  private AccessTable() {}

  private static Row row(@Nullable HttpMethod method, String pattern, Door door) {
    return new Row(method, PATTERNS.parse(pattern), door, EnumSet.noneOf(Part.class));
  }

  private static Row row(@Nullable HttpMethod method, String pattern, Set<Part> parts) {
    return new Row(method, PATTERNS.parse(pattern), Door.PARTS, parts);
  }
}

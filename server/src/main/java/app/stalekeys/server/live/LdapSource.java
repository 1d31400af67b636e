package app.stalekeys.server.live;

import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.platform.Refusal;
import com.unboundid.asn1.ASN1OctetString;
import com.unboundid.ldap.sdk.ExtendedResult;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.SearchRequest;
import com.unboundid.ldap.sdk.SearchResult;
import com.unboundid.ldap.sdk.SearchResultEntry;
import com.unboundid.ldap.sdk.SearchScope;
import com.unboundid.ldap.sdk.controls.SimplePagedResultsControl;
import com.unboundid.ldap.sdk.extensions.StartTLSExtendedRequest;
import com.unboundid.ldif.LDIFWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/// Reads a directory by LDAP v3 (RFC 4511), page by page (RFC 2696), into LDIF (RFC 2849). The password
/// is used for the connection and kept nowhere.
final class LdapSource {

  /// How the connection is protected.
  enum Protection {
    NONE,
    STARTTLS,
    LDAPS;

    static Protection of(String word) {
      for (Protection one : values()) {
        if (one.name().equals(word.toUpperCase(Locale.ROOT))) {
          return one;
        }
      }
      throw Refusal.unusable(
          "Protection is \"%s\", expected none, starttls or ldaps.".formatted(word));
    }
  }

  /// @param attributes empty for all user attributes
  record Query(
      String host,
      int port,
      Protection protection,
      String certificate,
      String bindDn,
      String password,
      String base,
      String filter,
      List<String> attributes) {}

  private static final int PAGE = 500;
  private static final int CONNECT_MILLIS = 10_000;
  private static final int ANSWER_MILLIS = 60_000;

  private LdapSource() {}

  /// @return the number of entries written
  /// @throws Refusal with a sentence when the directory cannot be read to the end
  static long read(Query query, OutputStream out, Job job) throws IOException {
    try (LDAPConnection connection = connect(query)) {
      if (!query.bindDn().isBlank()) {
        connection.bind(query.bindDn(), query.password());
      }
      return search(connection, query, out, job);
    } catch (LDAPException failed) {
      throw Refusal.unusable(
          "The directory at %s:%d answered: %s. Nothing was kept; correct the details and try again."
              .formatted(query.host(), query.port(), plain(failed)));
    }
  }

  private static String plain(LDAPException failed) {
    String message = failed.getDiagnosticMessage();
    String said = message == null ? String.valueOf(failed.getMessage()) : message;
    return "%s (%s)"
        .formatted(failed.getResultCode().getName(), said.replaceAll("\\s+", " ").strip());
  }

  private static LDAPConnection connect(Query query) throws LDAPException {
    LDAPConnectionOptions options = new LDAPConnectionOptions();
    options.setConnectTimeoutMillis(CONNECT_MILLIS);
    options.setResponseTimeoutMillis(ANSWER_MILLIS);
    options.setFollowReferrals(false);
    if (query.protection() == Protection.LDAPS) {
      return new LDAPConnection(
          Trust.of(query.certificate()).getSocketFactory(), options, query.host(), query.port());
    }
    LDAPConnection connection = new LDAPConnection(options, query.host(), query.port());
    if (query.protection() == Protection.STARTTLS) {
      ExtendedResult answer =
          connection.processExtendedOperation(
              new StartTLSExtendedRequest(Trust.of(query.certificate())));
      if (!answer.getResultCode().equals(com.unboundid.ldap.sdk.ResultCode.SUCCESS)) {
        connection.close();
        throw new LDAPException(answer);
      }
    }
    return connection;
  }

  private static long search(LDAPConnection connection, Query query, OutputStream out, Job job)
      throws LDAPException, IOException {
    String filter = query.filter().isBlank() ? "(objectClass=*)" : query.filter();
    SearchRequest request =
        new SearchRequest(
            query.base(), SearchScope.SUB, filter, query.attributes().toArray(String[]::new));
    long entries = 0;
    ASN1OctetString cookie = null;
    try (LDIFWriter ldif = new LDIFWriter(out)) {
      ldif.writeVersionHeader();
      do {
        request.setControls(new SimplePagedResultsControl(PAGE, cookie));
        SearchResult page = connection.search(request);
        for (SearchResultEntry entry : Objects.requireNonNull(page.getSearchEntries())) {
          ldif.writeEntry(entry);
          entries++;
        }
        if (!job.progress(entries)) {
          throw Refusal.unusable("Reading the directory was stopped; nothing was kept.");
        }
        cookie = cookie(page);
      } while (cookie != null);
    }
    return entries;
  }

  /// Where the next page starts; null after the last one, and for a server that does not page and gave
  /// all at once.
  private static @Nullable ASN1OctetString cookie(SearchResult page) throws LDAPException {
    SimplePagedResultsControl control = SimplePagedResultsControl.get(page);
    return control == null || !control.moreResultsToReturn() ? null : control.getCookie();
  }
}

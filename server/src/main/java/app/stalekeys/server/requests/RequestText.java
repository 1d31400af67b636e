package app.stalekeys.server.requests;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.evidence.Field;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.snapshot.Application;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Base64;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// The words in which evidence is asked for: what, as of when, how complete, and what must come with
/// it so that the file can be tied out. A proposal that the auditor may change.
final class RequestText {

  private static final Map<Kind, String> WHAT =
      new EnumMap<>(
          Map.ofEntries(
              Map.entry(Kind.PEOPLE, "every worker, also those who left in the period"),
              Map.entry(Kind.MOVES, "every change of department or post in the period"),
              Map.entry(
                  Kind.ACCOUNTS, "every user account, also disabled, locked and technical ones"),
              Map.entry(Kind.ROLES, "every role, group or template, also those nobody holds"),
              Map.entry(Kind.ASSIGNMENTS, "which account holds which role, one row each"),
              Map.entry(Kind.NESTING, "which role includes which other role"),
              Map.entry(Kind.GRANTS, "what each role or account is allowed, denied or limited to"),
              Map.entry(Kind.PERMISSIONS, "the catalogue of permissions with their meaning"),
              Map.entry(Kind.CREDENTIALS, "keys, secrets, certificates and tokens of accounts"),
              Map.entry(Kind.POLICIES, "password and lock-out settings, and for whom they hold"),
              Map.entry(
                  Kind.SIGN_INS, "every attempt to sign in within the period, failed ones too"),
              Map.entry(
                  Kind.ACTIVITY, "what was done in the application within the period, by whom"),
              Map.entry(Kind.USAGE, "when each account last used each permission"),
              Map.entry(Kind.REQUESTS, "approved and refused requests for access in the period"),
              Map.entry(Kind.LICENCES, "the kinds of licence, lowest to highest"),
              Map.entry(Kind.LICENCE_RULES, "which permission needs which licence"),
              Map.entry(Kind.SYSTEMS, "servers and devices with version, state and certificate"),
              Map.entry(Kind.TASK_TRACES, "recorded runs of a task with the permissions it used")));

  private RequestText() {}

  static String subject(AuditFile audit, @Nullable Application application) {
    return "%s: exports%s as of %s"
        .formatted(
            audit.title(), application == null ? "" : " from " + application.name(), audit.asOf());
  }

  static String body(
      AuditFile audit,
      @Nullable Application application,
      List<Kind> kinds,
      @Nullable LocalDate due) {
    StringBuilder text = new StringBuilder();
    text.append(
        "for the %s (period %s to %s) please send the following%s, as of %s:\n\n"
            .formatted(
                audit.title().substring(0, 1).toLowerCase(java.util.Locale.ROOT)
                    + audit.title().substring(1),
                audit.periodFrom(),
                audit.periodTo(),
                application == null ? "" : " from " + application.name(),
                audit.asOf()));
    for (Kind kind : kinds) {
      text.append("- %s: %s.\n".formatted(kind.id(), WHAT.getOrDefault(kind, kind.id())));
      text.append("  Columns, as far as there are any: %s.\n".formatted(columns(kind)));
    }
    text.append(
        """

        With each file please say:
        - how many rows the application itself counts,
        - when the export was made (not before the end of %s),
        - which filter was used; best is none.

        Please send the file as the application writes it, without opening and saving it in a \
        spreadsheet, which takes zeros off numbers and turns dates round.
        """
            .formatted(audit.asOf()));
    if (due != null) {
      text.append("\nWe need it by %s.\n".formatted(due));
    }
    return text.toString();
  }

  private static String columns(Kind kind) {
    return kind.fieldList().stream()
        .map(Field::name)
        .map(name -> name.replace('-', ' '))
        .collect(Collectors.joining(", "));
  }

  /// A mail draft that mail programs open to be sent (RFC 5322, with RFC 2047 in the subject).
  static String mail(String to, String subject, String body) {
    String encoded =
        Base64.getMimeEncoder(76, new byte[] {'\r', '\n'})
            .encodeToString(body.getBytes(StandardCharsets.UTF_8));
    return "To: %s\r\nSubject: =?UTF-8?B?%s?=\r\nX-Unsent: 1\r\nMIME-Version: 1.0\r\n"
            .formatted(
                to.replaceAll("[\\p{Cntrl}]", " "),
                Base64.getEncoder().encodeToString(subject.getBytes(StandardCharsets.UTF_8)))
        + "Content-Type: text/plain; charset=UTF-8\r\nContent-Transfer-Encoding: base64\r\n\r\n"
        + encoded
        + "\r\n";
  }
}

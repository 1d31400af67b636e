package app.stalekeys.core.evidence;

import static app.stalekeys.core.evidence.FieldType.COUNT;
import static app.stalekeys.core.evidence.FieldType.DAY;
import static app.stalekeys.core.evidence.FieldType.FLAG;
import static app.stalekeys.core.evidence.FieldType.ID;
import static app.stalekeys.core.evidence.FieldType.TEXT;
import static app.stalekeys.core.evidence.FieldType.TIME;
import static app.stalekeys.core.evidence.FieldType.WORD;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/// The kinds of evidence and the fields of each. A `*` behind a name means that a row must have it.
public enum Kind {
  PEOPLE(
      "people",
      fields()
          .with(ID, "person*")
          .with(TEXT, "name*", "email")
          .word("status", "active", "on-leave", "left")
          .with(TEXT, "title", "department", "location")
          .with(ID, "manager")
          .word("worker-type", "employee", "contractor", "external")
          .with(DAY, "start", "end")),
  MOVES(
      "moves", fields().with(ID, "person*").with(DAY, "date*").with(TEXT, "field*", "from", "to")),
  ACCOUNTS(
      "accounts",
      fields()
          .with(ID, "account*", "directory")
          .with(TEXT, "name", "email")
          .with(ID, "person", "owner")
          .word("type", "personal", "service", "shared", "built-in", "external")
          .word(
              "status",
              "enabled",
              "disabled",
              "locked",
              "suspended",
              "pending",
              "expired",
              "deleted")
          .with(DAY, "created", "expires", "last-sign-in")
          .with(TEXT, "department", "title")
          .with(ID, "manager")
          .with(DAY, "password-set")
          .with(FLAG, "password-never-expires")
          .with(COUNT, "password-max-age", "password-history")
          .with(FLAG, "password-reused")
          .with(TEXT, "password-strength")
          .with(FLAG, "default-password")
          .with(COUNT, "lockout-after")
          .with(FLAG, "mfa")
          .with(TEXT, "mfa-method", "licence")),
  ROLES(
      "roles",
      fields()
          .with(TEXT, "role*", "kind", "name", "description")
          .with(ID, "owner")
          .with(FLAG, "privileged", "everything")
          .with(TEXT, "licence")),
  ASSIGNMENTS(
      "assignments",
      fields()
          .with(ID, "account*")
          .with(TEXT, "role*")
          .with(ID, "directory")
          .with(TEXT, "scope")
          .with(DAY, "from", "until")
          .with(TEXT, "by")
          .with(TIME, "at")
          .with(TEXT, "request")),
  NESTING("nesting", fields().with(TEXT, "parent*", "child*", "scope")),
  GRANTS(
      "grants",
      fields()
          .with(TEXT, "holder*")
          .word("holder-type", "role", "account")
          .with(ID, "directory")
          .with(TEXT, "resource*", "action*")
          .word("effect", "allow", "deny", "ceiling")
          .with(TEXT, "scope")
          .with(DAY, "from", "until")),
  PERMISSIONS(
      "permissions",
      fields()
          .with(TEXT, "resource*", "action*", "name", "description")
          .word("sensitivity", "low", "medium", "high", "critical")
          .with(TEXT, "category", "licence")),
  CREDENTIALS(
      "credentials",
      fields()
          .with(ID, "account*", "directory")
          .with(TEXT, "credential*")
          .word("type", "password", "key", "secret", "certificate", "token")
          .with(TEXT, "status")
          .with(DAY, "created", "rotated", "last-used", "expires")),
  POLICIES(
      "policies",
      fields().with(TEXT, "policy*", "setting*", "value*", "holder").with(FLAG, "enforced")),
  SIGN_INS(
      "sign-ins",
      fields()
          .with(TIME, "at*")
          .with(ID, "account*", "directory")
          .word("outcome*", "success", "failure", "lockout", "sign-out")
          .with(TEXT, "reason", "address", "client", "browser", "os", "location", "environment")
          .with(TEXT, "role", "method", "challenge", "session", "duration")),
  ACTIVITY(
      "activity",
      fields()
          .with(TIME, "at*")
          .with(ID, "actor*", "directory")
          .with(TEXT, "action*", "target", "target-type", "resource", "before", "after", "scope")
          .with(TEXT, "session", "address")
          .word("outcome", "done", "denied")
          .with(TEXT, "request")),
  USAGE(
      "usage",
      fields()
          .with(ID, "account*", "directory")
          .with(TEXT, "resource*", "action")
          .with(DAY, "last-used*")
          .with(COUNT, "count")),
  REQUESTS(
      "requests",
      fields()
          .with(TEXT, "request*")
          .with(TIME, "at*")
          .with(ID, "account", "person", "directory")
          .with(TEXT, "role", "permission", "decision", "approver", "requester")
          .with(DAY, "until")),
  LICENCES("licences", fields().with(TEXT, "licence*").with(COUNT, "rank*").with(TEXT, "cost")),
  LICENCE_RULES("licence-rules", fields().with(TEXT, "resource*", "action*", "licence*")),
  SYSTEMS(
      "systems",
      fields()
          .with(TEXT, "system*", "name", "version", "required-version", "address")
          .with(FLAG, "online")
          .with(DAY, "last-seen", "certificate-expires")
          .with(ID, "owner")),
  TASK_TRACES(
      "task-traces",
      fields()
          .with(TEXT, "trace*")
          .with(TIME, "at")
          .with(ID, "account")
          .with(TEXT, "resource*", "action*"));

  private final String id;
  private final Map<String, Field> fields;

  Kind(String id, Fields fields) {
    this.id = id;
    Map<String, Field> byName = new LinkedHashMap<>();
    fields.list.forEach(field -> byName.put(field.name(), field));
    this.fields = java.util.Collections.unmodifiableMap(byName);
  }

  /// The name as written in the audit file, such as `sign-ins`.
  public String id() {
    return id;
  }

  /// All fields, in the order in which they are documented.
  public List<Field> fieldList() {
    return List.copyOf(fields.values());
  }

  public Optional<Field> field(String name) {
    return Optional.ofNullable(fields.get(name));
  }

  public static Optional<Kind> of(String id) {
    return Arrays.stream(values()).filter(kind -> kind.id.equals(id)).findFirst();
  }

  public static List<String> ids() {
    return Arrays.stream(values()).map(Kind::id).toList();
  }

  private static Fields fields() {
    return new Fields();
  }

  /// Collects the fields of one kind; a trailing `*` on a name makes it required.
  private static final class Fields {
    private final List<Field> list = new ArrayList<>();

    Fields with(FieldType type, String... names) {
      for (String name : names) {
        add(name, type, List.of());
      }
      return this;
    }

    Fields word(String name, String... words) {
      add(name, WORD, List.of(words));
      return this;
    }

    private void add(String name, FieldType type, List<String> words) {
      boolean required = name.endsWith("*");
      String plain = required ? name.substring(0, name.length() - 1) : name;
      list.add(new Field(plain, type, required, words));
    }
  }
}

package app.stalekeys.server.push;

import app.stalekeys.core.fix.FixAction;
import app.stalekeys.core.fix.Step;
import app.stalekeys.server.live.Trust;
import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.ModifyRequest;
import com.unboundid.ldap.sdk.SearchResultEntry;
import com.unboundid.ldap.sdk.SearchScope;
import com.unboundid.ldif.LDIFException;
import java.io.IOException;
import org.jspecify.annotations.Nullable;

/// Changes entries of a directory by LDAP v3 modify (RFC 4511, section 4.6). What is sent is shown as LDIF.
final class LdapTarget implements Target {

  private static final int PATIENCE_MILLIS = 30_000;

  private final PushSettings settings;
  private final LDAPConnection connection;

  LdapTarget(PushSettings settings, String password) throws IOException {
    this.settings = settings;
    try {
      this.connection =
          settings.protection().equals("ldaps")
              ? new LDAPConnection(Trust.of(settings.certificate()).getSocketFactory())
              : new LDAPConnection();
      connection.connect(settings.host(), settings.port(), PATIENCE_MILLIS);
      if (!settings.bindDn().isBlank()) {
        connection.bind(settings.bindDn(), password);
      }
    } catch (LDAPException failed) {
      throw new IOException(plain(failed), failed);
    }
  }

  private static String plain(LDAPException failed) {
    return "the directory answered: " + failed.getResultCode().getName();
  }

  @Override
  public Prepared prepare(Step step) throws IOException {
    SearchResultEntry entry = find(settings.accountAttribute(), step.subject().key());
    if (entry == null) {
      return Prepared.impossible("there is no entry of " + step.subject().key());
    }
    if (step.action() == FixAction.DISABLE) {
      return settings
              .disabledValue()
              .equalsIgnoreCase(entry.getAttributeValue(settings.statusAttribute()))
          ? Prepared.already("the entry says so already")
          : Prepared.of(
              change(
                  entry.getDN(),
                  "replace: %1$s\n%1$s: %2$s"
                      .formatted(settings.statusAttribute(), settings.disabledValue())));
    }
    if (step.action() != FixAction.REMOVE_ASSIGNMENT) {
      return Prepared.impossible("only disabling and taking roles away can be sent");
    }
    SearchResultEntry group = find("cn", step.what());
    if (group == null) {
      return Prepared.impossible("there is no group " + step.what());
    }
    return group.hasAttributeValue("member", entry.getDN())
        ? Prepared.of(change(group.getDN(), "delete: member\nmember: %s".formatted(entry.getDN())))
        : Prepared.already("the entry is not in the group");
  }

  private static Change change(String dn, String what) {
    return new Change("modify", dn, "dn: %s\nchangetype: modify\n%s\n-".formatted(dn, what));
  }

  private @Nullable SearchResultEntry find(String attribute, String value) throws IOException {
    try {
      return connection.searchForEntry(
          settings.base(), SearchScope.SUB, Filter.createEqualityFilter(attribute, value));
    } catch (LDAPException failed) {
      throw new IOException(plain(failed), failed);
    }
  }

  @Override
  public String send(Change change) throws IOException {
    try {
      return connection
          .modify(new ModifyRequest(change.body().lines().toArray(String[]::new)))
          .getResultCode()
          .getName();
    } catch (LDAPException failed) {
      throw new IOException(plain(failed), failed);
    } catch (LDIFException unreadable) {
      throw new IOException("the change cannot be written as LDIF", unreadable);
    }
  }

  @Override
  public void close() {
    connection.close();
  }
}

package app.stalekeys.server.push;

/// How a service is reached, without its secret. What the protocol does not need is empty.
///
/// @param protocol `scim` or `ldap`
/// @param protection `none` or `ldaps`
/// @param accountAttribute by which a directory knows accounts, such as `uid`
/// @param statusAttribute and the value that disables an entry
record PushSettings(
    String protocol,
    String address,
    String host,
    int port,
    String protection,
    String certificate,
    String bindDn,
    String base,
    String accountAttribute,
    String statusAttribute,
    String disabledValue) {}

package app.stalekeys.core.watch;

import app.stalekeys.core.signin.Outcome;

/// One attempt to enter, as a watch sees it. Texts are empty where the log has none.
///
/// @param at milliseconds since 1970-01-01 UTC
public record WatchEvent(
    long at, String account, Outcome outcome, String address, String client, String reason) {}

/// Whose account is it: accounts to people by declared rules, never by likeness of names. May depend
/// on everything up to `access`.
package app.stalekeys.core.match;

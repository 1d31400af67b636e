/// The log of attempts to enter: scanned column by column, never held as objects; sessions and runs of failures in
/// it, and all logs together in the order of time, asked by filters. May depend on
/// `source`, `bits`, `evidence` and `access`.
package app.stalekeys.core.signin;

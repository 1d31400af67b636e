/// What was done in an application: scanned column by column, never held as objects. May depend on
/// `source`, `bits`, `evidence` and `access`.
package app.stalekeys.core.activity;

/// Checks that an auditor writes: a subject, and a condition in the Common Expression Language over its
/// fields. Reading, compiling and running them.
package app.stalekeys.core.check.own;

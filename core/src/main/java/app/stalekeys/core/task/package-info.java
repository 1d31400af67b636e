/// What people do in business words, which of it one person must not do together, and what makes that
/// tolerable. May depend on `source`.
package app.stalekeys.core.task;

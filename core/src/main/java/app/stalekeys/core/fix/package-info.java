/// From a decision to access that is gone: what is to be done ([Step]), the least that has to be taken away
/// ([RemovalPlan]), by when ([WorkingDays]), and whether a later snapshot proves it ([Confirmation]). Keeping fixes is
/// the server's business. May depend on `check` and what lies below it.
package app.stalekeys.core.fix;

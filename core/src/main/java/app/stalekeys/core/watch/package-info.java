/// The rules on sign-ins for the months between audits: attempt by attempt, as they come. May depend on all else.
package app.stalekeys.core.watch;

/// Rounds of certification: set up, decided by reviewers, watched, sealed, reported. May depend on `audits`,
/// `findings`, `gather`, `journal`, `jobs`, `mail`, `users` and `platform`.
@NullMarked
package app.stalekeys.server.certify;

import org.jspecify.annotations.NullMarked;

/// Fixes: planned from findings, decisions of rounds and by hand, handed over, reported on by whoever carries them
/// out, and confirmed by a later snapshot alone. May depend on `audits`, `certify`, `findings`, `gather`, `journal`,
/// `users` and `platform`.
@NullMarked
package app.stalekeys.server.fix;

import org.jspecify.annotations.NullMarked;

/// Fixes carried out by a standard protocol: the exact requests are shown first, a second person approves, each result
/// is kept. May depend on `audits`, `fix`, `journal`, `live` and `platform`.
@NullMarked
package app.stalekeys.server.push;

import org.jspecify.annotations.NullMarked;

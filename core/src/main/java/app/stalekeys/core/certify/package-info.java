/// Rounds in which reviewers confirm or withdraw access: what is to be decided, by whom, what there is to know of it,
/// which questions the manner of deciding raises, and the hash that seals it. Entry point: [Population]. Keeping
/// rounds is the server's business. May depend on `check` and what lies below it.
package app.stalekeys.core.certify;

/// The journal's chain of hashes: how an entry is hashed and how a chain is checked. Keeping entries is
/// the server's business. May depend on `source` and on the hash of `evidence.read`.
package app.stalekeys.core.journal;

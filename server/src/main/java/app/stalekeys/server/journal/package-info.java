/// The append-only, hash-chained record of who did what. Entry point: [Journal]. May depend on
/// `platform`.
package app.stalekeys.server.journal;

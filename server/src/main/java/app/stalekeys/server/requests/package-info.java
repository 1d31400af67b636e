/// The request list: which evidence is asked of whom, what has come, and what is not tested for want of
/// it. May depend on `platform`, `journal`, `audits` and `gather`.
package app.stalekeys.server.requests;

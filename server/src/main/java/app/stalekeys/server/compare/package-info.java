/// Two snapshots of one audit side by side. May depend on `platform`, `audits` and `gather`.
package app.stalekeys.server.compare;

/// What can this one do, who can do this, and why: the grid, the trace, and what differs. Entry points:
/// [AccessController], [AccessPlans]. May depend on `platform`, `audits`, `gather` and `findings`.
package app.stalekeys.server.access;

/// All background work: one job after the other, with rows done of rows known, to be watched and
/// stopped from any page. The only place that makes threads. May depend on `platform`.
package app.stalekeys.server.jobs;

/// The one box that finds any person, account, role, finding, file or page. May depend on `platform`,
/// `audits`, `gather` and `findings`.
package app.stalekeys.server.search;

/// What every feature stands on: the clock, security, errors to HTTP, paging, the folder of the data.
/// Depends on no feature.
package app.stalekeys.server.platform;

/// The demo's generator: Fennick Sound Ferries, a made-up company, and the exports an auditor would be
/// sent about it. The same seed gives the same bytes. Entry point: [DemoAudit#write]. Depends on the
/// JDK alone: what it writes is opened through the same door as any user's files.
package app.stalekeys.demo;

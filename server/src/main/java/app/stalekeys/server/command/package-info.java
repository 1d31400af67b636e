/// The command line: `demo`, `serve`, `examine`, `verify`. The headless commands call the core and do
/// not start the web application. Entry point: [StaleKeys].
package app.stalekeys.server.command;

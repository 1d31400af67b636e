/// The catalogue on screen: what each check needs and how it fared, its settings, and the auditor's own checks.
package app.stalekeys.server.checks;

/// The visible list of all checks. The one place that knows every check; `check` itself knows none.
package app.stalekeys.core.check.catalogue;

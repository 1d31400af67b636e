/// The checks of the group "authentication": one small class each. May depend on `check` and what lies below it.
package app.stalekeys.core.check.authentication;

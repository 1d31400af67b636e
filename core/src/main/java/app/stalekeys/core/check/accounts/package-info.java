/// The checks of the group "accounts": one small class each. May depend on `check` and what lies below it.
package app.stalekeys.core.check.accounts;

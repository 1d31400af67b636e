/// Systems behind the applications: one small class a check.
package app.stalekeys.core.check.systems;

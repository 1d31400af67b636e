/// Roles that say nothing, say the same, or belong to nobody: one small class a check.
package app.stalekeys.core.check.roles;

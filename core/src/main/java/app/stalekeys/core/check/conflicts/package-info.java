/// Tasks that one person must not hold together: one small class a check.
package app.stalekeys.core.check.conflicts;

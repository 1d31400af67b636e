/// Who changed access, and whether a record explains it: one small class a check.
package app.stalekeys.core.check.changes;

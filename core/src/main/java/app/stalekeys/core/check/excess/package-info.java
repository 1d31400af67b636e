/// Access that goes beyond what is needed: one small class a check.
package app.stalekeys.core.check.excess;

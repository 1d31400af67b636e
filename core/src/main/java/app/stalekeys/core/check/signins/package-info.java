/// What the log of attempts to enter tells: one small class a check.
package app.stalekeys.core.check.signins;

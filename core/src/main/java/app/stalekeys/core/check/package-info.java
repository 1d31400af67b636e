/// The judgement of the audit: a [Check] flags subjects of a snapshot as [Finding]s, each with its
/// sentence, figures, evidence and remedies from the class that decided. [Examiner] runs checks.
/// To add a check: one class in the folder of its group, one line in `check.catalogue`. May depend on everything up to `snapshot`.
package app.stalekeys.core.check;

/// One reader a format: from bytes to raw records with their line. What the records mean is the
/// business of `evidence`; nothing here knows an account from a role.
///
/// Entry point: [Formats] picks the reader. To add a format, implement
/// [app.stalekeys.core.evidence.RawRecords] here and name it there.
package app.stalekeys.core.evidence.read;

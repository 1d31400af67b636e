package app.stalekeys.core.check;

/// A number an auditor may set for a check.
///
/// @param name as written in the audit file, such as `days`
/// @param standard the value when nothing is set
/// @param words what it means, for the check's page
public record Parameter(String name, int standard, String words) {}

package app.stalekeys.core.certify;

/// Why an item wants a closer look.
///
/// @param word short, such as `privileged`
/// @param high whether keeping it takes a reason
/// @param why in a sentence
/// @param finding the id of the finding it comes from; empty when it comes from none
public record Mark(String word, boolean high, String why, String finding) {}

package app.stalekeys.core.certify;

import java.time.Instant;

/// A question that the manner of deciding raises. It is put to the reviewer, who answers in words: nobody was
/// convicted of anything.
///
/// @param id the same whenever the same deeds raise it
/// @param sentence with its figures
/// @param from the first of the deeds it is about; @param until the last
/// @param items how many items
public record Doubt(String id, String sentence, Instant from, Instant until, int items) {}

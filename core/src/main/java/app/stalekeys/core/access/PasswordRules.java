package app.stalekeys.core.access;

import app.stalekeys.core.evidence.Answer;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// What the accounts file says of an account's password. Null and UNKNOWN where it says nothing.
///
/// @param history passwords that may not be used again
/// @param strength a word or a number, empty where there is none
/// @param standard whether it is still the one the product came with
/// @param lockoutAfter failures after which the account is locked; 0 for never
public record PasswordRules(
    @Nullable LocalDate set,
    Answer neverExpires,
    @Nullable Long history,
    Answer reused,
    String strength,
    Answer standard,
    @Nullable Long lockoutAfter) {}

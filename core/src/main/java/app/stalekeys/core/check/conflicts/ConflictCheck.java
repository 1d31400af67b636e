package app.stalekeys.core.check.conflicts;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.Examination;

/// A check of conflicts: of those within each application, and of those that reach across.
interface ConflictCheck extends Check {

  @Override
  default Reach reach() {
    return Reach.ALSO_ACROSS;
  }

  @Override
  default boolean concerns(Examination examination) {
    return ConflictSubjects.concerns(examination);
  }
}

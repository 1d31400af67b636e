package app.stalekeys.core.check.systems;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.Examination;

/// A check of systems: of each application that has a list of its own, and of the organisation's.
interface SystemCheck extends Check {

  @Override
  default Reach reach() {
    return Reach.ALSO_ACROSS;
  }

  @Override
  default boolean concerns(Examination examination) {
    return Systems.concerns(examination);
  }
}

/// The sign-ins of a snapshot: over time, by respect, attempt by attempt, and as sessions.
@NullMarked
package app.stalekeys.server.signins;

import org.jspecify.annotations.NullMarked;

/// Who changed access, what was refused, what people run, and what an account held on any day.
@NullMarked
package app.stalekeys.server.changes;

import org.jspecify.annotations.NullMarked;

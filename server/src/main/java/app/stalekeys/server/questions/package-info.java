/// Questions to a view that somebody keeps by name.
@NullMarked
package app.stalekeys.server.questions;

import org.jspecify.annotations.NullMarked;

/// Who gave and took which access: recorded changes, what approved them, and what an account held on any day
/// between. May depend on `snapshot` and what it rests on.
package app.stalekeys.core.change;

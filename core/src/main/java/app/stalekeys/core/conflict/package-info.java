/// Who can do which tasks together, and what would end it. May depend on `task`, `effective`, `snapshot`
/// and what these rest on.
package app.stalekeys.core.conflict;

/// An audit's front page, and the work that spans the stages: opening a folder, taking a dropped file,
/// saving the whole. May depend on every other feature but `search` and `report`.
package app.stalekeys.server.standing;

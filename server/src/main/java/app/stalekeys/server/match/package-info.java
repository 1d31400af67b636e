/// Whose is it: accounts beside people, decisions about them, and the card of a person. Entry points:
/// [Rulings], [MatchController], [PeopleController]. May depend on `platform`, `jobs`, `journal`,
/// `audits`, `gather` and `findings`.
package app.stalekeys.server.match;

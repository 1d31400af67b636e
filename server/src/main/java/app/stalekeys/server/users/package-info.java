/// Who may sign in to Stale Keys and as what: users and their parts, passwords, second factors, sessions, tokens,
/// an identity provider, and the one table of who may ask for what. Others use [Users]. May depend on `platform`
/// and `journal`.
package app.stalekeys.server.users;

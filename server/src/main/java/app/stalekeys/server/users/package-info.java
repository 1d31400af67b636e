/// Who may sign in to Stale Keys, and the session. May depend on `platform` and `journal`.
package app.stalekeys.server.users;

/// Tasks, their conflicts and mitigations on screen: who holds them, what would end it, and editing them.
package app.stalekeys.server.conflicts;

/// What an application says about who holds what: accounts, roles, assignments, nesting, scopes. Facts
/// only; what follows from them is computed elsewhere. May depend on `source`, `evidence`, `people`.
package app.stalekeys.core.access;

/// Who works here: persons of the personnel roster. May depend on `source` and `evidence`.
package app.stalekeys.core.people;

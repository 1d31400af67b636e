/// What an account can do after all layers that add or remove: grants expanded over the permissions an
/// application has, walked through roles and scopes, limited by ceilings, taken away by denies. Entry
/// point [EffectiveAccess]. May depend on `access` and what lies
/// below it.
package app.stalekeys.core.effective;

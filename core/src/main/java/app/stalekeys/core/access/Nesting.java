package app.stalekeys.core.access;

import app.stalekeys.core.source.Place;

/// A role includes another role, perhaps in one scope only.
public record Nesting(String parent, String child, Scope scope, Place place) {}

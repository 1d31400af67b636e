package app.stalekeys.core.access;

import java.util.HashMap;
import java.util.Map;

/// Scopes by their text: rows that name the same one share one object. Not for use by several threads.
public final class Scopes {

  private final Map<String, Scope> known = new HashMap<>();

  public Scope of(String path) {
    return known.computeIfAbsent(path, Scope::of);
  }
}

package app.stalekeys.core.effective;

import app.stalekeys.core.source.CodePoints;
import java.util.Comparator;

/// An action on a resource of one application.
public record Permission(String resource, String action) implements Comparable<Permission> {

  private static final Comparator<Permission> ORDER =
      Comparator.comparing(Permission::resource, CodePoints.ORDER)
          .thenComparing(Permission::action, CodePoints.ORDER);

  private static final String ALL = "*";
  private static final String BELOW = "/*";

  /// `release Payment/Run`: the permission as a sentence says it.
  public String words() {
    return action + " " + resource;
  }

  /// Whether it names one permission and not a pattern of several.
  boolean isConcrete() {
    return !resource.equals(ALL)
        && !resource.endsWith(BELOW)
        && !action.equals(ALL)
        && !resource.isEmpty()
        && !action.isEmpty();
  }

  /// Whether a resource is one that this pattern means: all, a resource with all its descendants, or
  /// itself.
  boolean meansResource(String other) {
    if (resource.equals(ALL)) {
      return true;
    }
    if (!resource.endsWith(BELOW)) {
      return resource.equals(other);
    }
    String above = resource.substring(0, resource.length() - BELOW.length());
    return other.equals(above) || other.startsWith(above + "/");
  }

  /// Whether a permission is one that this pattern names, without regard to levels.
  public boolean means(Permission other) {
    return meansResource(other.resource) && (meansEveryAction() || action.equals(other.action));
  }

  boolean meansEveryAction() {
    return action.equals(ALL);
  }

  @Override
  public int compareTo(Permission other) {
    return ORDER.compare(this, other);
  }
}

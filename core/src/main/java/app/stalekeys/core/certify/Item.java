package app.stalekeys.core.certify;

import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// One thing to decide on: access of one account, with what there is to know of it. Texts are empty where nothing
/// says it.
///
/// @param key the same from round to round for the same access
/// @param person the id of the person behind the account
/// @param who the person's name, else the account's
/// @param kind `role`, `grants` or `permission`
/// @param what the role's id, or the permission as `resource:action`; empty for all of an account's own grants
/// @param name what people call it
/// @param scopes where it holds; everywhere is the empty path
/// @param does what it lets the person do, in words
/// @param lastUsed the last day on which any of it was used; null when nothing says so
/// @param useKnown whether there is evidence of use at all
/// @param given the day it was given; null when nothing says so
/// @param givenBy by whom, and by which request
/// @param team how many others are in the same department of the application
/// @param teamWith how many of these hold the same
/// @param teamNames some of them
/// @param place the row it rests on
public record Item(
    String key,
    String application,
    String account,
    String person,
    String who,
    String department,
    String title,
    String kind,
    String what,
    String name,
    List<String> scopes,
    String does,
    List<Mark> marks,
    @Nullable LocalDate lastUsed,
    boolean useKnown,
    @Nullable LocalDate given,
    String givenBy,
    int team,
    int teamWith,
    List<String> teamNames,
    Place place) {

  public Item {
    scopes = List.copyOf(scopes);
    marks = List.copyOf(marks);
    teamNames = List.copyOf(teamNames);
  }

  /// Whether keeping it takes a reason.
  public boolean isRisky() {
    return marks.stream().anyMatch(Mark::high);
  }
}

package app.stalekeys.core.people;

import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/// A change of somebody's place in the organisation, such as another department.
public record Move(
    String person, LocalDate date, String field, String from, String to, Place place) {

  static List<Move> read(Collection<? extends FactSource> sources) {
    List<Move> moves = new ArrayList<>();
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.MOVES,
          row -> {
            LocalDate date = row.day("date");
            if (date != null) {
              moves.add(
                  new Move(
                      row.text("person"),
                      date,
                      row.text("field"),
                      row.text("from"),
                      row.text("to"),
                      row.place()));
            }
          });
    }
    return moves;
  }

  public boolean isOfDepartment() {
    return field.strip().equalsIgnoreCase("department");
  }
}

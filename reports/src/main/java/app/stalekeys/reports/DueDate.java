package app.stalekeys.reports;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.immutable.ImmutableMethod;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;

/// A day by which something is to be done, as a calendar takes it (RFC 5545).
///
/// @param uid the same for the same matter, so that a later one replaces an earlier one in the calendar
/// @param made when it was written
public record DueDate(String uid, LocalDate day, String title, String text, Instant made) {

  /// A calendar with this one event, which lasts the whole day.
  public String calendar() {
    return calendar(List.of(this));
  }

  /// A calendar with an event each.
  public static String calendar(List<DueDate> days) {
    Calendar calendar = new Calendar();
    calendar.add(new ProdId("-//Stale Keys//EN"));
    calendar.add(ImmutableVersion.VERSION_2_0);
    calendar.add(ImmutableMethod.PUBLISH);
    days.forEach(one -> calendar.add(one.event()));
    return calendar.toString();
  }

  private VEvent event() {
    VEvent event = new VEvent(day, day.plusDays(1), title);
    event.replace(new DtStamp(made));
    event.add(new Uid(uid));
    event.add(new Description(text));
    return event;
  }
}

package app.stalekeys.server.jobs;

import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import org.jspecify.annotations.Nullable;

/// One piece of long work. Its worker reports progress and asks whether to go on.
public final class Job {

  enum State {
    WAITING,
    RUNNING,
    DONE,
    STOPPED,
    FAILED
  }

  private static final String ROWS = "rows";

  private final long id;
  private final String title;
  private final AtomicLong done = new AtomicLong();
  private volatile long known;
  private volatile String unit = ROWS;
  private volatile String step = "";
  private volatile State state = State.WAITING;
  private volatile boolean stopAsked;
  private volatile List<String> sentences = List.of();
  private volatile @Nullable Long result;

  Job(long id, String title) {
    this.id = id;
    this.title = title;
  }

  public long id() {
    return id;
  }

  String title() {
    return title;
  }

  /// Begins a step of the work.
  ///
  /// @param rowsKnown rows to come in this step, 0 when nobody knows
  public void step(String words, long rowsKnown) {
    step(words, rowsKnown, ROWS);
  }

  /// The same where other things than rows are counted.
  ///
  /// @param of what they are called, in the plural
  public void step(String words, long thingsKnown, String of) {
    step = words;
    known = thingsKnown;
    unit = of;
    done.set(0);
  }

  /// Says how many rows of the step are done; returns false when the work is to stop.
  public boolean progress(long rows) {
    done.set(rows);
    return !stopAsked;
  }

  public boolean stopAsked() {
    return stopAsked;
  }

  /// What the page that watches should go to, such as the id of the snapshot that was opened.
  public void result(long id) {
    result = id;
  }

  @Nullable Long result() {
    return result;
  }

  void askToStop() {
    stopAsked = true;
  }

  void state(State next, List<String> said) {
    sentences = List.copyOf(said);
    state = next;
  }

  State state() {
    return state;
  }

  /// Whether it is done, stopped or failed.
  public boolean isOver() {
    return state != State.WAITING && state != State.RUNNING;
  }

  String step() {
    return step;
  }

  long done() {
    return done.get();
  }

  String unit() {
    return unit;
  }

  long known() {
    return known;
  }

  List<String> sentences() {
    return sentences;
  }
}

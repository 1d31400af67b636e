package app.stalekeys.core.audit;

import app.stalekeys.core.evidence.FactSink;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.Segment;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// The facts of one file held in memory as sealed columns: what a headless run works on.
public final class HeldFacts implements FactSink, FactSource {

  private final String file;
  private final @Nullable String application;
  private final Map<Kind, List<Segment>> segments = new EnumMap<>(Kind.class);
  private final List<Reject> rejects = new ArrayList<>();
  private Map<Kind, Set<String>> fields = Map.of();

  public HeldFacts(String file, @Nullable String application) {
    this.file = file;
    this.application = application;
  }

  /// Says which fields have a column, once the file is read.
  public void served(Map<Kind, Set<String>> found) {
    fields = found;
  }

  public List<Reject> rejects() {
    return rejects;
  }

  @Override
  public void segment(Segment segment) {
    segments.computeIfAbsent(segment.kind(), kind -> new ArrayList<>()).add(segment);
  }

  @Override
  public void restart() {
    segments.clear();
    rejects.clear();
  }

  @Override
  public void reject(Reject reject) {
    rejects.add(reject);
  }

  @Override
  public String file() {
    return file;
  }

  @Override
  public @Nullable String application() {
    return application;
  }

  @Override
  public Set<String> fields(Kind kind) {
    return fields.getOrDefault(kind, Set.of());
  }

  @Override
  public Iterable<Segment> segments(Kind kind) {
    return segments.getOrDefault(kind, List.of());
  }
}

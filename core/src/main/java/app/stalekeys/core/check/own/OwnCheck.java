package app.stalekeys.core.check.own;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/// A check that an auditor wrote. A subject of which the condition cannot tell, because something it rests on
/// is not known, counts as not tested; evidence that the condition asks for and that is missing makes the
/// whole check not tested.
public final class OwnCheck implements Check {

  /// Rows cited in one finding at most.
  private static final int MOST_CITED = 200;

  /// What came of a text: a check, or its faults, each a place in the condition and a sentence.
  public record Compiled(@Nullable OwnCheck check, List<Fault> faults) {
    public Compiled {
      faults = List.copyOf(faults);
    }
  }

  /// What is wrong with the text of a condition, and where.
  ///
  /// @param line counted from 1; @param column counted from 1
  public record Fault(int line, int column, String sentence) {}

  /// What a check may look at, for the page on which one is written.
  public record SubjectHelp(String name, String words, List<FieldHelp> fields) {}

  public record FieldHelp(String name, String type, String words) {}

  private final OwnCheckText text;
  private final CheckCard card;
  private final Runner<?> runner;

  private OwnCheck(OwnCheckText text, Runner<?> runner) {
    this.text = text;
    this.runner = runner;
    CheckCard.Builder builder =
        CheckCard.of(text.id(), text.title())
            .why(text.why())
            .severity(text.severity())
            .tests(runner.kind.words() + ", where the condition can tell");
    runner.kind.kinds().forEach(builder::needs);
    runner.condition.used().stream()
        .filter(field -> !field.needs().isEmpty())
        .forEach(field -> builder.needs(field.needs().toArray(String[]::new)));
    if (!text.remedy().isEmpty()) {
      builder.remedy(text.remedy(), 15, text.remedy());
    }
    this.card = builder.in("Own checks");
  }

  public static Compiled compile(OwnCheckText text) {
    Optional<SubjectKind<?>> kind =
        SubjectKind.ALL.stream().filter(one -> one.name().equals(text.subject())).findFirst();
    return kind.map(one -> compile(text, one))
        .orElseGet(() ->
            new Compiled(
                null,
                List.of(
                    new Fault(
                        1,
                        1,
                        "the subject is \"%s\", expected one of %s"
                            .formatted(
                                text.subject(),
                                String.join(
                                    ", ",
                                    SubjectKind.ALL.stream().map(SubjectKind::name).toList()))))));
  }

  private static <S> Compiled compile(OwnCheckText text, SubjectKind<S> kind) {
    Condition.Compiled<S> compiled = Condition.compile(text.condition(), kind.fields());
    Condition<S> condition = compiled.condition();
    return condition == null
        ? new Compiled(null, compiled.faults())
        : new Compiled(new OwnCheck(text, new Runner<>(kind, condition)), List.of());
  }

  /// What conditions may be written about.
  public static List<SubjectHelp> subjects() {
    return SubjectKind.ALL.stream()
        .map(kind ->
            new SubjectHelp(
                kind.name(),
                kind.words(),
                kind.fields().stream()
                    .map(field -> new FieldHelp(field.name(), field.type().words(), field.words()))
                    .toList()))
        .toList();
  }

  public OwnCheckText text() {
    return text;
  }

  @Override
  public CheckCard card() {
    return card;
  }

  @Override
  public Reach reach() {
    return runner.kind.isAcross() ? Reach.ALSO_ACROSS : Reach.APPLICATION;
  }

  @Override
  public boolean concerns(Examination examination) {
    return runner.kind.isAcross() == examination.isAcross();
  }

  @Override
  public void examine(Examination examination) {
    runner.run(examination, text);
  }

  /// A kind of subject with a condition over it.
  private record Runner<S>(SubjectKind<S> kind, Condition<S> condition) {

    /// Several flagged subjects of one key, such as attempts of one account, are one finding.
    private void run(Examination examination, OwnCheckText text) {
      Map<Object, List<S>> flagged = new LinkedHashMap<>();
      kind.walk()
          .each(
              examination,
              subject -> {
                Condition.Verdict verdict = condition.of(subject);
                if (verdict != Condition.Verdict.CANNOT_TELL) {
                  examination.tested();
                }
                if (verdict == Condition.Verdict.YES) {
                  flagged.computeIfAbsent(key(subject), key -> new ArrayList<>(1)).add(subject);
                }
              });
      flagged.values().forEach(subjects -> flag(examination, text, subjects));
    }

    private static Object key(Object subject) {
      return subject instanceof SubjectKind.OneSignIn one ? one.account() : subject;
    }

    private void flag(Examination examination, OwnCheckText text, List<S> subjects) {
      Examination.Draft draft =
          kind.flag().begin(examination, subjects.getFirst(), text.severity());
      for (SubjectField<S> field : condition.used()) {
        Object value = field.value().apply(subjects.getFirst());
        if (value != Condition.UNKNOWN) {
          draft.fact(field.name().substring(field.name().indexOf('.') + 1), value);
        }
      }
      if (subjects.getFirst() instanceof SubjectKind.OneSignIn) {
        draft.fact("attempts", subjects.size());
        subjects.stream()
            .limit(MOST_CITED)
            .map(SubjectKind.OneSignIn.class::cast)
            .forEach(one -> draft.evidence(one.attempt().place()));
      }
      draft.saying(
          "%s: %s.".formatted(text.title(), text.condition().strip().replaceAll("\\s+", " ")));
    }
  }
}

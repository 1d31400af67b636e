package app.stalekeys.core.check;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// What there is to know of a check before it runs: its page in the catalogue.
///
/// @param id as written in the audit file, such as `leaver-enabled`
/// @param title plain, such as `Leaver, still enabled`
/// @param group the heading it stands under
/// @param why why it matters, in one or two sentences
/// @param severity the usual one: what the check weighs in the mean
/// @param severityRule the usual severity, and the raised one in words where there is one
/// @param population what it counts as tested, such as `enabled accounts of a person`
/// @param needs every entry must be met; an entry lists ways, one of which is enough. A way is a kind
///     (`sign-ins`) or a field (`accounts.mfa`)
/// @param references standards that ask for it, by number only
public record CheckCard(
    String id,
    String title,
    String group,
    String why,
    Severity severity,
    String severityRule,
    String population,
    List<List<String>> needs,
    List<String> references,
    List<Remedy> remedies,
    List<Parameter> parameters) {

  public CheckCard {
    needs = needs.stream().map(List::copyOf).toList();
    references = List.copyOf(references);
    remedies = List.copyOf(remedies);
    parameters = List.copyOf(parameters);
  }

  public static Builder of(String id, String title) {
    return new Builder(id, title);
  }

  /// Writes a card.
  public static final class Builder {
    private final String id;
    private final String title;
    private String why = "";
    private Severity severity = Severity.MEDIUM;
    private String severityRule = "";
    private String population = "";
    private final List<List<String>> needs = new ArrayList<>();
    private List<String> references = List.of();
    private final List<Remedy> remedies = new ArrayList<>();
    private final List<Parameter> parameters = new ArrayList<>();

    private Builder(String id, String title) {
      this.id = id;
      this.title = title;
    }

    public Builder why(String words) {
      why = words;
      return this;
    }

    public Builder severity(Severity usual) {
      severity = usual;
      severityRule = usual.word();
      return this;
    }

    /// The usual severity, and when it is another.
    public Builder severity(Severity usual, String raised) {
      severity = usual;
      severityRule = usual.word() + "; " + raised;
      return this;
    }

    public Builder tests(String subjects) {
      population = subjects;
      return this;
    }

    /// One need, met by any of the ways.
    public Builder needs(String... ways) {
      needs.add(List.of(ways));
      return this;
    }

    /// Several needs, each to be met.
    public Builder needsAll(String... each) {
      Arrays.stream(each).map(List::of).forEach(needs::add);
      return this;
    }

    public Builder references(String... numbers) {
      references = List.of(numbers);
      return this;
    }

    public Builder remedy(String title, int minutes, String... steps) {
      remedies.add(Remedy.of(title, minutes, steps));
      return this;
    }

    public Builder number(String name, int standard, String words) {
      parameters.add(Parameter.number(name, standard, words));
      return this;
    }

    public Builder list(String name, List<String> standard, String words) {
      parameters.add(Parameter.list(name, standard, words));
      return this;
    }

    /// @param group the heading it stands under
    public CheckCard in(String group) {
      return new CheckCard(
          id,
          title,
          group,
          why,
          severity,
          severityRule,
          population,
          needs,
          references,
          remedies,
          parameters);
    }
  }
}

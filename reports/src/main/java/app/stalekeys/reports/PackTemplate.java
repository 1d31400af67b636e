package app.stalekeys.reports;

import java.util.List;

/// How a pack is put together: what stands on its cover, which parts it has and in which order.
///
/// @param title of the cover; empty for the audit's own
/// @param by who gives the pack out; may be empty
/// @param cover words on the cover, such as for whom it is; paragraphs are separated by a blank line
/// @param closing words at the end; the same
/// @param people ids of people, or keys of accounts, of whom it is told what they can do
public record PackTemplate(
    String name,
    String title,
    String by,
    String cover,
    String closing,
    List<PackPart> parts,
    List<String> people) {

  public PackTemplate {
    parts = List.copyOf(parts);
    people = List.copyOf(people);
  }

  /// Everything but what chosen people can do and the long lists.
  public static final PackTemplate STANDARD =
      new PackTemplate(
          "Standard",
          "",
          "",
          "",
          "",
          List.of(
              PackPart.SUMMARY,
              PackPart.EVIDENCE,
              PackPart.METHOD,
              PackPart.NOT_TESTED,
              PackPart.FINDINGS_BY_CHECK,
              PackPart.EXCEPTIONS,
              PackPart.CONFLICTS,
              PackPart.SIGN_INS,
              PackPart.CHANGES,
              PackPart.CERTIFICATION,
              PackPart.REMEDIATION,
              PackPart.APPENDIX),
          List.of());
}

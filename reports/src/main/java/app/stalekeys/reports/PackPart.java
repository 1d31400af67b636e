package app.stalekeys.reports;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/// What a pack can be made of, in the order in which it is offered.
public enum PackPart {
  SUMMARY("Summary on one page"),
  EVIDENCE("Scope, evidence and tie-out"),
  METHOD("Method and thresholds"),
  NOT_TESTED("What was not tested"),
  FINDINGS_BY_CHECK("Findings by check"),
  FINDINGS_BY_APPLICATION("Findings by application"),
  FINDINGS_BY_PERSON("Findings by person"),
  EXCEPTIONS("Exceptions"),
  CONFLICTS("Conflicts and mitigations"),
  EFFECTIVE("What chosen people can do"),
  ROLES_BY_USER("Roles by user"),
  USERS_BY_ROLE("Users by role"),
  SIGN_INS("Sign-ins, summed up"),
  CHANGES("Changes of access"),
  CERTIFICATION("Certification"),
  REMEDIATION("Remediation"),
  APPENDIX("Appendix: the rows of evidence");

  private final String words;

  PackPart(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public static Optional<PackPart> of(String word) {
    return Arrays.stream(values()).filter(one -> one.word().equals(word)).findFirst();
  }

  public static List<String> allWords() {
    return Arrays.stream(values()).map(PackPart::word).toList();
  }
}

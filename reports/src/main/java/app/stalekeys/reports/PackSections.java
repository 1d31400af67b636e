package app.stalekeys.reports;

import java.util.ArrayList;
import java.util.List;

/// Writes out the parts of a pack in the order of its template.
final class PackSections {

  private PackSections() {}

  static List<PackSection> of(PackInput input, PackTemplate template) {
    FindingSections findings = new FindingSections(input);
    AccessSections access = new AccessSections(input, template.people());
    TrailSections trail = new TrailSections(input);
    OutcomeSections outcome = new OutcomeSections(input);
    List<PackSection> sections = new ArrayList<>();
    for (PackPart part : template.parts()) {
      sections.add(
          new PackSection(
              part,
              switch (part) {
                case SUMMARY -> findings.summary();
                case EVIDENCE -> findings.evidence();
                case METHOD -> findings.method();
                case NOT_TESTED -> findings.notTested();
                case FINDINGS_BY_CHECK -> findings.byCheck();
                case FINDINGS_BY_APPLICATION -> findings.byApplication();
                case FINDINGS_BY_PERSON -> findings.byPerson();
                case EXCEPTIONS -> findings.exceptions();
                case APPENDIX -> findings.appendix();
                case CONFLICTS -> access.conflicts();
                case EFFECTIVE -> access.effective();
                case ROLES_BY_USER -> access.rolesByUser();
                case USERS_BY_ROLE -> access.usersByRole();
                case SIGN_INS -> trail.signIns();
                case CHANGES -> trail.changes();
                case CERTIFICATION -> outcome.certification();
                case REMEDIATION -> outcome.remediation();
              }));
    }
    return sections;
  }
}

package app.stalekeys.core.certify;

import app.stalekeys.core.check.Finding;
import app.stalekeys.core.match.Match;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// Findings by what they are about, so that an item's are found at once.
final class FindingIndex {

  private static final String ACCOUNT = "account";
  private static final String PERSON = "person";
  private static final String ROLE = "role";

  private FindingIndex() {}

  static Map<String, List<Finding>> of(List<Finding> findings) {
    Map<String, List<Finding>> index = new HashMap<>();
    for (Finding finding : findings) {
      String type = finding.subject().type();
      for (String key : finding.subject().key().split("\\|", -1)) {
        index
            .computeIfAbsent(key(type, application(finding, type), key), k -> new ArrayList<>(1))
            .add(finding);
      }
    }
    return index;
  }

  /// A person is the same in every application.
  private static String application(Finding finding, String type) {
    return type.equals(PERSON) ? "" : finding.application();
  }

  private static String key(String type, String application, String key) {
    return type + "\n" + application + "\n" + key;
  }

  /// Those about the candidate's account, its person in this application or across all, and its role.
  static List<Finding> about(Map<String, List<Finding>> index, Candidate candidate) {
    String application = candidate.access().application().id();
    List<Finding> found =
        new ArrayList<>(
            index.getOrDefault(key(ACCOUNT, application, candidate.account().key()), List.of()));
    Match match = candidate.access().match(candidate.account());
    if (match != null) {
      index.getOrDefault(key(PERSON, "", match.person().id()), List.of()).stream()
          .filter(one -> one.application().equals(application) || one.application().equals("*"))
          .forEach(found::add);
    }
    if (candidate.kind() == Candidate.Kind.ROLE) {
      found.addAll(index.getOrDefault(key(ROLE, application, candidate.what()), List.of()));
    }
    return found;
  }
}

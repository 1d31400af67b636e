package app.stalekeys.core.check.authentication;

import app.stalekeys.core.access.Credential;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/// The active credentials of one application, whatever the state of their accounts, and how a finding
/// names them: by their id, with the account before it where two accounts use one id.
final class CredentialSubjects {

  private final Examination examination;
  private final List<Credential> active;
  private final Map<String, Integer> sharing = new HashMap<>();

  CredentialSubjects(Examination examination) {
    this.examination = examination;
    this.active =
        examination.access().records().credentials().stream().filter(Credential::isActive).toList();
    active.forEach(credential -> sharing.merge(credential.id(), 1, Integer::sum));
  }

  Stream<Credential> of(Set<String> types) {
    return active.stream().filter(credential -> types.contains(credential.type()));
  }

  Examination.Draft flag(Credential credential, Severity severity) {
    String key =
        sharing.getOrDefault(credential.id(), 1) == 1
            ? credential.id()
            : credential.account().key() + "/" + credential.id();
    var person = examination.person(credential.account());
    return examination
        .flag(Subject.credential(key), severity)
        .fact("account", credential.account().key())
        .fact("person", person == null ? null : person.id())
        .fact("personName", person == null ? null : person.name())
        .fact("type", credential.type())
        .fact("created", credential.created())
        .evidence(credential.place())
        .evidence(credential.account().place());
  }
}

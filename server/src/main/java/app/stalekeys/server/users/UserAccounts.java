package app.stalekeys.server.users;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface UserAccounts extends JpaRepository<UserAccount, Long> {

  Optional<UserAccount> findByName(String name);

  Optional<UserAccount> findByInvitation(String hash);

  List<UserAccount> findByPerson(String person);

  List<UserAccount> findByEmailIgnoreCase(String email);

  List<UserAccount> findAllByOrderByName();
}

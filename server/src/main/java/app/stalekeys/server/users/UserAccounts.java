package app.stalekeys.server.users;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface UserAccounts extends JpaRepository<UserAccount, Long> {

  Optional<UserAccount> findByName(String name);
}

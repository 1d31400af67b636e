package app.stalekeys.server.users;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface AccessTokens extends JpaRepository<AccessToken, Long> {

  Optional<AccessToken> findByHash(String hash);

  List<AccessToken> findByUserOrderById(UserAccount user);
}

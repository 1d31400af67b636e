package app.stalekeys.server.watches;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface WatchRows extends JpaRepository<WatchRow, Long> {
  List<WatchRow> findAllByOrderByName();

  Optional<WatchRow> findByName(String name);
}

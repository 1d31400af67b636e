package app.stalekeys.server.journal;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.repository.Repository;

/// Only adding and reading: nothing here can change an entry.
interface JournalRows extends Repository<JournalRow, Long> {

  JournalRow save(JournalRow row);

  Optional<JournalRow> findFirstByOrderByNumberDesc();

  List<JournalRow> findByNumberGreaterThanOrderByNumber(long number, Limit limit);
}

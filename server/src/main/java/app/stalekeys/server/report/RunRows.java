package app.stalekeys.server.report;

import java.util.List;
import org.springframework.data.repository.Repository;

interface RunRows extends Repository<RunRow, Long> {

  RunRow save(RunRow row);

  List<RunRow> findTop20ByRepeatIdOrderByIdDesc(long repeatId);
}

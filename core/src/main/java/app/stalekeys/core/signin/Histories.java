package app.stalekeys.core.signin;

import app.stalekeys.core.access.Account;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Consumer;

/// A sign-in log put in order once: what each account attempted, in the order of time, whatever the order
/// of the files. Holds 12 bytes a row beside the log's own columns; attempts are made as they are asked for.
public final class Histories {

  private final List<LogPage> pages;
  private final List<Account> accounts;
  private final long end;

  /// Where each account's attempts start in `rows`; one more than there are accounts.
  private final int[] starts;

  /// Page and row of each attempt, by account and in the order of time.
  private final long[] rows;

  /// @param end milliseconds; rows from it on are passed over
  Histories(List<LogPage> pages, List<Account> accounts, long end) {
    this.pages = pages;
    this.accounts = accounts;
    this.end = end;
    this.starts = starts();
    this.rows = new long[starts[accounts.size()]];
    fill();
    for (int account = 0; account < accounts.size(); account++) {
      sort(starts[account], starts[account + 1]);
    }
  }

  private int[] starts() {
    int[] counts = new int[accounts.size() + 1];
    for (LogPage page : pages) {
      for (int row = 0; row < page.rows(); row++) {
        if (page.account(row) >= 0 && page.at(row) < end) {
          counts[page.account(row) + 1]++;
        }
      }
    }
    Arrays.parallelPrefix(counts, Integer::sum);
    return counts;
  }

  private void fill() {
    int[] next = starts.clone();
    for (LogPage page : pages) {
      for (int row = 0; row < page.rows(); row++) {
        if (page.account(row) >= 0 && page.at(row) < end) {
          rows[next[page.account(row)]++] = (long) page.number() << 32 | row;
        }
      }
    }
  }

  /// Most logs are in the order of time already.
  private void sort(int from, int to) {
    boolean inTime = true;
    for (int i = from + 1; i < to && inTime; i++) {
      inTime = at(rows[i - 1]) <= at(rows[i]);
    }
    if (!inTime) {
      long[] sorted =
          Arrays.stream(rows, from, to)
              .boxed()
              .sorted(Comparator.<Long>comparingLong(this::at).thenComparing(key -> key))
              .mapToLong(Long::longValue)
              .toArray();
      System.arraycopy(sorted, 0, rows, from, sorted.length);
    }
  }

  private long at(long key) {
    return pages.get((int) (key >>> 32)).at((int) key);
  }

  private Attempt attempt(long key) {
    return new Attempt(pages.get((int) (key >>> 32)), (int) key);
  }

  /// The attempts of one account; empty when it has none.
  public List<Attempt> of(Account account) {
    List<Attempt> own = new ArrayList<>();
    for (int i = starts[account.index()]; i < starts[account.index() + 1]; i++) {
      own.add(attempt(rows[i]));
    }
    return own;
  }

  /// Each account that attempted anything, in the order of the accounts.
  public void forEach(BiConsumer<Account, List<Attempt>> visitor) {
    for (Account account : accounts) {
      if (starts[account.index()] < starts[account.index() + 1]) {
        visitor.accept(account, of(account));
      }
    }
  }

  /// Every attempt in the order of the files, also those of accounts that no file defines.
  public void attempts(Consumer<Attempt> visitor) {
    for (LogPage page : pages) {
      for (int row = 0; row < page.rows(); row++) {
        if (page.at(row) < end) {
          visitor.accept(new Attempt(page, row));
        }
      }
    }
  }
}

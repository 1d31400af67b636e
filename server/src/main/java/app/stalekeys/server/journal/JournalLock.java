package app.stalekeys.server.journal;

import java.util.concurrent.locks.ReentrantLock;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/// Lets one transaction at a time write to the journal, and lets go when it has ended either way.
@Component
class JournalLock {

  private final ReentrantLock lock = new ReentrantLock();

  void holdUntilCommit() {
    lock.lock();
    if (lock.getHoldCount() > 1) {
      lock.unlock(); // this transaction holds it already
      return;
    }
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCompletion(int status) {
            lock.unlock();
          }
        });
  }
}

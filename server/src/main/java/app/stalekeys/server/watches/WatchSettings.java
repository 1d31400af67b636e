package app.stalekeys.server.watches;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/// Where attempts come from. One row.
@Entity
@Table(name = "watch_settings")
class WatchSettings {

  static final long ONLY = 1;

  @Id private long id = ONLY;

  private boolean listening;

  /// 0 when nothing is listened to by wire.
  private int syslogPort;

  /// In PEM; both empty for a wire without TLS.
  private String certificate = "";

  private String privateKey = "";

  /// Empty when no folder is watched.
  private String folder = "";

  /// Of times without a zone.
  private String zone = "UTC";

  protected WatchSettings() {}

  static WatchSettings off() {
    return new WatchSettings();
  }

  boolean listening() {
    return listening;
  }

  int syslogPort() {
    return syslogPort;
  }

  String certificate() {
    return certificate;
  }

  String privateKey() {
    return privateKey;
  }

  boolean tls() {
    return !certificate.isBlank();
  }

  String folder() {
    return folder;
  }

  String zone() {
    return zone;
  }

  void listen(boolean on, int port, String folderPath, String newZone) {
    listening = on;
    syslogPort = port;
    folder = folderPath;
    zone = newZone;
  }

  void protect(String newCertificate, String newKey) {
    certificate = newCertificate;
    privateKey = newKey;
  }
}

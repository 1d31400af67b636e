package app.stalekeys.server.mail;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/// By which server mail goes out. One row.
@Entity
@Table(name = "mail_server")
class MailServer {

  static final long ONLY = 1;

  @Id private long id = ONLY;
  private String host = "";
  private int port = 25;
  private String sender = "";

  protected MailServer() {}

  static MailServer none() {
    return new MailServer();
  }

  String host() {
    return host;
  }

  int port() {
    return port;
  }

  String sender() {
    return sender;
  }

  void set(String newHost, int newPort, String newSender) {
    host = newHost;
    port = newPort;
    sender = newSender;
  }
}

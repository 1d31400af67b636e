package app.stalekeys.server.mail;

import jakarta.mail.MessagingException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Properties;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.mail.MailException;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Sends mail through the server that was set, and says what became of it.
@Service
public class Mailer {

  private static final Duration PATIENCE = Duration.ofSeconds(10);

  /// @param host empty when no server is set
  /// @param sender the address mail comes from
  public record Server(String host, int port, String sender) {
    public boolean isSet() {
      return !host.isBlank();
    }
  }

  /// @param to one address or several, separated by commas or blanks
  /// @param enclosure what is attached; null for nothing
  public record Letter(String to, String subject, String text, @Nullable Enclosure enclosure) {}

  /// A file that goes with a letter.
  @SuppressWarnings("ArrayRecordComponent") // never compared
  public record Enclosure(String name, String type, byte[] bytes) {

    /// A day for the calendar, as iCalendar.
    public static Enclosure calendar(String text) {
      return new Enclosure(
          "due.ics",
          "text/calendar;charset=utf-8;method=PUBLISH",
          text.getBytes(StandardCharsets.UTF_8));
    }
  }

  /// @param taken whether the server took it; whether it arrived nobody can say
  public record Outcome(boolean taken, String words) {}

  private final MailServers servers;
  private final @Nullable Integer standIn;

  /// @param standIn the port on this machine of a server to use until one is set; null for none
  Mailer(
      MailServers servers, @Value("${stalekeys.mail.stand-in:#{null}}") @Nullable Integer standIn) {
    this.servers = servers;
    this.standIn = standIn;
  }

  @Transactional(readOnly = true)
  public Server server() {
    MailServer set = servers.findById(MailServer.ONLY).orElseGet(MailServer::none);
    return set.host().isBlank() && standIn != null
        ? new Server("127.0.0.1", standIn, "stale-keys@localhost")
        : new Server(set.host(), set.port(), set.sender());
  }

  @Transactional
  public void sendBy(Server server) {
    MailServer set = servers.findById(MailServer.ONLY).orElseGet(MailServer::none);
    set.set(server.host(), server.port(), server.sender());
    servers.save(set);
  }

  public Outcome send(Letter letter) {
    Server by = server();
    if (!by.isSet()) {
      return new Outcome(false, "no mail server is set");
    }
    if (letter.to.isBlank()) {
      return new Outcome(false, "no mail address is known");
    }
    JavaMailSenderImpl sender = new JavaMailSenderImpl();
    sender.setHost(by.host());
    sender.setPort(by.port());
    Properties settings = sender.getJavaMailProperties();
    String patience = String.valueOf(PATIENCE.toMillis());
    settings.put("mail.smtp.connectiontimeout", patience);
    settings.put("mail.smtp.timeout", patience);
    settings.put("mail.smtp.writetimeout", patience);
    try {
      MimeMessageHelper message =
          new MimeMessageHelper(
              sender.createMimeMessage(), letter.enclosure != null, StandardCharsets.UTF_8.name());
      message.setFrom(by.sender());
      message.setTo(letter.to.strip().split("[\\s,;]+"));
      message.setSubject(letter.subject);
      message.setText(letter.text);
      Enclosure enclosure = letter.enclosure;
      if (enclosure != null) {
        message.addAttachment(
            enclosure.name, new ByteArrayResource(enclosure.bytes), enclosure.type);
      }
      sender.send(message.getMimeMessage());
      return new Outcome(true, "taken by " + by.host());
    } catch (MailException | MessagingException failed) {
      return new Outcome(false, "not taken: " + failed.getMessage());
    }
  }
}

package app.stalekeys.demo;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintWriter;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/// Stands in for a company's own receivers of alarms: a webhook that accepts what is signed with its secret and
/// refuses the rest, and a mail server that keeps what it is given. On this machine only.
public final class AlarmReceiver implements AutoCloseable {

  public static final String SECRET = "made-up-secret-of-the-demo";

  private final HttpServer web;
  private final ServerSocket mail;
  private final List<String> alarms = new CopyOnWriteArrayList<>();
  private final List<String> letters = new CopyOnWriteArrayList<>();
  private volatile int refusals;

  private AlarmReceiver(HttpServer web, ServerSocket mail) {
    this.web = web;
    this.mail = mail;
  }

  /// Starts both on free ports.
  public static AlarmReceiver start() throws IOException {
    InetAddress here = InetAddress.getLoopbackAddress();
    HttpServer web = HttpServer.create(new InetSocketAddress(here, 0), 0);
    AlarmReceiver receiver = new AlarmReceiver(web, new ServerSocket(0, 20, here));
    web.createContext("/alarms", receiver::answer);
    web.start();
    Thread.ofVirtual().start(receiver::takeLetters);
    return receiver;
  }

  public String address() {
    return "http://127.0.0.1:%d/alarms".formatted(web.getAddress().getPort());
  }

  public int smtpPort() {
    return mail.getLocalPort();
  }

  /// The next so many alarms are answered with 503, as a receiver in trouble would.
  public void refuseNext(int count) {
    refusals = count;
  }

  /// Bodies of what came by webhook with a good signature, in order.
  public List<String> alarms() {
    return List.copyOf(alarms);
  }

  /// Mails as they came, heads included.
  public List<String> letters() {
    return List.copyOf(letters);
  }

  private void answer(HttpExchange exchange) throws IOException {
    try (exchange) {
      if (exchange.getRequestMethod().equals("GET")) {
        say(exchange, 200, String.join("\n", alarms) + "\n" + String.join("\n\n", letters));
        return;
      }
      byte[] body = exchange.getRequestBody().readAllBytes();
      if (refusals > 0) {
        refusals--;
        say(exchange, 503, "in trouble");
      } else if (isSigned(exchange, body)) {
        alarms.add(new String(body, StandardCharsets.UTF_8));
        say(exchange, 202, "taken");
      } else {
        say(exchange, 401, "not signed with the shared secret");
      }
    }
  }

  private static void say(HttpExchange exchange, int status, String text) throws IOException {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", "text/plain; charset=utf-8");
    exchange.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
    exchange.getResponseBody().write(bytes);
  }

  private static boolean isSigned(HttpExchange exchange, byte[] body) {
    String time = exchange.getRequestHeaders().getFirst("Signature-Time");
    String given = exchange.getRequestHeaders().getFirst("Signature-256");
    if (time == null || given == null) {
      return false;
    }
    try {
      Mac mac = Mac.getInstance("HmacSHA256");
      mac.init(new SecretKeySpec(SECRET.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
      mac.update((time + ".").getBytes(StandardCharsets.UTF_8));
      byte[] wanted = HexFormat.of().formatHex(mac.doFinal(body)).getBytes(StandardCharsets.UTF_8);
      return MessageDigest.isEqual(wanted, given.getBytes(StandardCharsets.UTF_8));
    } catch (GeneralSecurityException missing) {
      throw new IllegalStateException(missing);
    }
  }

  private void takeLetters() {
    while (!mail.isClosed()) {
      try (Socket socket = mail.accept()) {
        takeLetter(socket);
      } catch (IOException gone) {
        // A sender that goes away leaves no letter.
      }
    }
  }

  /// As much of RFC 5321 as a sender of letters needs.
  private void takeLetter(Socket socket) throws IOException {
    BufferedReader in =
        new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8));
    PrintWriter out = new PrintWriter(socket.getOutputStream(), true, StandardCharsets.UTF_8);
    out.print("220 mail sink\r\n");
    out.flush();
    for (String line = in.readLine(); line != null; line = in.readLine()) {
      String command =
          line.length() < 4 ? line : line.substring(0, 4).toUpperCase(java.util.Locale.ROOT);
      if (command.equals("DATA")) {
        out.print("354 go on\r\n");
        out.flush();
        StringBuilder letter = new StringBuilder();
        for (String next = in.readLine(); next != null && !next.equals("."); next = in.readLine()) {
          letter.append(next.startsWith(".") ? next.substring(1) : next).append('\n');
        }
        letters.add(letter.toString());
      }
      out.print(command.equals("QUIT") ? "221 bye\r\n" : "250 ok\r\n");
      out.flush();
      if (command.equals("QUIT")) {
        return;
      }
    }
  }

  @Override
  public void close() throws IOException {
    web.stop(0);
    mail.close();
  }
}

package app.stalekeys.server;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.Banner;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/// The web application and how it is started.
@SpringBootApplication
public class WebApplication {

  /// What the command line decides.
  ///
  /// @param data folder of the database, made if need be
  /// @param folder an audit folder to open, or null
  /// @param firstPassword the lead auditor's password in a new database; null lets one be made up
  /// @param standIns live sources to be tried, as JSON; null for none
  /// @param receiver receivers of alarms to be tried, as JSON; null for none
  /// @param mailPort the port on this machine of a mail server to use until one is set; null for none
  public record Settings(
      Path data,
      @Nullable Path folder,
      String address,
      int port,
      @Nullable String firstPassword,
      @Nullable String standIns,
      @Nullable String receiver,
      @Nullable Integer mailPort) {

    public Settings watchedBy(String alarms, int smtpPort) {
      return new Settings(data, folder, address, port, firstPassword, standIns, alarms, smtpPort);
    }
  }

  /// Starts and returns once requests are served. The audit folder is opened before that.
  public static ConfigurableApplicationContext start(Settings settings) {
    Map<String, Object> properties = new HashMap<>();
    properties.put("server.address", settings.address());
    properties.put("server.port", settings.port());
    properties.put("stalekeys.data", settings.data().toAbsolutePath().toString());
    put(properties, "stalekeys.folder", settings.folder());
    put(properties, "stalekeys.first-password", settings.firstPassword());
    put(properties, "stalekeys.stand-ins", settings.standIns());
    put(properties, "stalekeys.watch.stand-in", settings.receiver());
    put(properties, "stalekeys.mail.stand-in", settings.mailPort());
    return new SpringApplicationBuilder(WebApplication.class)
        .bannerMode(Banner.Mode.OFF)
        .properties(properties)
        .run();
  }

  private static void put(Map<String, Object> properties, String name, @Nullable Object value) {
    if (value != null) {
      properties.put(name, value.toString());
    }
  }
}

package app.stalekeys.server.support;

import app.stalekeys.demo.DemoAudit;
import app.stalekeys.server.WebApplication;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/// The real application with the demo audit, started once for all tests of the JVM, on a port of its
/// own and a database in memory. Tests talk HTTP to it and must not rely on being alone.
public final class RunningServer {

  public static final String PASSWORD = "a password for tests only";

  private static final RunningServer ONE = new RunningServer();

  private final ConfigurableApplicationContext context;
  private final Path demo;
  private final VouchingProvider provider;

  private RunningServer() {
    provider = VouchingProvider.start();
    try {
      demo = Files.createTempDirectory("demo");
      DemoAudit.write(demo, DemoAudit.SEED);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
    context =
        new SpringApplicationBuilder(WebApplication.class)
            .run(
                "--server.port=0",
                "--spring.datasource.url=jdbc:h2:mem:tests;DB_CLOSE_DELAY=-1",
                "--stalekeys.first-password=" + PASSWORD,
                "--stalekeys.watch.pauses=100ms,200ms,400ms",
                "--stalekeys.oidc.issuer=" + provider.issuer(),
                "--stalekeys.oidc.client-id=" + VouchingProvider.CLIENT,
                "--stalekeys.oidc.client-secret=" + VouchingProvider.SECRET,
                "--stalekeys.folder=" + demo);
  }

  public static RunningServer get() {
    return ONE;
  }

  /// The identity provider it may be signed in with.
  public VouchingProvider provider() {
    return provider;
  }

  public Path demo() {
    return demo;
  }

  public <T> T bean(Class<T> type) {
    return context.getBean(type);
  }

  public <T> T bean(String name, Class<T> type) {
    return context.getBean(name, type);
  }

  public String address() {
    return "http://localhost:" + context.getEnvironment().getProperty("local.server.port");
  }
}

package app.stalekeys.server.users;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/// Says on the terminal how to get in, and makes the first user of a new database.
@Component
class FirstUser {

  private static final String NAME = "lead";

  private final UserService users;
  private final Environment environment;
  private final @Nullable String given;

  FirstUser(
      UserService users,
      Environment environment,
      @Value("${stalekeys.first-password:#{null}}") @Nullable String given) {
    this.users = users;
    this.environment = environment;
    this.given = given;
  }

  @EventListener(ApplicationReadyEvent.class)
  @Order(100)
  void greet() {
    Optional<String> made = users.makeFirst(NAME, Optional.ofNullable(given));
    String port = environment.getProperty("local.server.port", "8080");
    System.out.println("Stale Keys is ready on http://localhost:" + port);
    made.or(() -> Optional.ofNullable(given))
        .ifPresentOrElse(
            password ->
                System.out.println("Sign in as  " + NAME + "  with the password  " + password),
            () -> System.out.println("Sign in with the name and password you have."));
  }
}

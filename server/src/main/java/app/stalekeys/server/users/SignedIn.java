package app.stalekeys.server.users;

import java.util.Collection;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.SimpleGrantedAuthority;

/// A user as the session keeps one: the name, and an authority a part.
final class SignedIn {

  private SignedIn() {}

  static Authentication as(String name, Collection<Part> parts) {
    return UsernamePasswordAuthenticationToken.authenticated(
        name,
        null,
        parts.stream().map(part -> new SimpleGrantedAuthority(part.authority())).toList());
  }
}

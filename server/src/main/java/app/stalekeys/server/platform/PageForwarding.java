package app.stalekeys.server.platform;

import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

/// The page's own addresses are known to the page alone: each of them gets the page.
@Controller
class PageForwarding {

  @GetMapping({
    "/sign-in",
    "/welcome",
    "/back-from-provider",
    "/audits",
    "/s/**",
    "/reviews/**",
    "/users",
    "/own",
    "/journal"
  })
  String page() {
    return "forward:/index.html";
  }
}

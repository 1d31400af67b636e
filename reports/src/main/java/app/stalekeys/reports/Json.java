package app.stalekeys.reports;

import java.io.IOException;
import java.io.OutputStream;
import java.util.Map;
import tools.jackson.core.util.DefaultIndenter;
import tools.jackson.core.util.DefaultPrettyPrinter;
import tools.jackson.databind.ObjectWriter;
import tools.jackson.databind.json.JsonMapper;

/// Writes maps and lists as indented JSON with line feeds, keys in the order given.
final class Json {

  private static final ObjectWriter WRITER =
      JsonMapper.builder()
          .defaultPrettyPrinter(
              new DefaultPrettyPrinter()
                  .withObjectIndenter(new DefaultIndenter("  ", "\n"))
                  .withArrayIndenter(new DefaultIndenter("  ", "\n")))
          .build()
          .writerWithDefaultPrettyPrinter();

  private Json() {}

  static void write(Map<String, Object> document, OutputStream out) throws IOException {
    out.write(WRITER.writeValueAsBytes(document));
    out.write('\n');
  }
}

package app.stalekeys.server.platform;

import app.stalekeys.reports.ListExport;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/// A list that leaves the house as a file, written while it is sent.
public final class Attachment {

  private Attachment() {}

  /// @param name without its ending
  public static ResponseEntity<StreamingResponseBody> csv(String name, StreamingResponseBody body) {
    return file(name + ".csv", "text/csv;charset=utf-8", body);
  }

  /// @param name without its ending
  public static ResponseEntity<StreamingResponseBody> xlsx(
      String name, StreamingResponseBody body) {
    return file(
        name + ".xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", body);
  }

  /// A list in the format that was asked for.
  ///
  /// @param name without its ending
  /// @param format `csv` or `xlsx`
  public static ResponseEntity<StreamingResponseBody> of(
      String name, String format, ListExport list) {
    return format.equals("csv") ? csv(name, list::csv) : xlsx(name, list::xlsx);
  }

  /// @param name with its ending
  public static ResponseEntity<StreamingResponseBody> file(
      String name, String type, StreamingResponseBody body) {
    return ResponseEntity.ok()
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name).build().toString())
        .header(HttpHeaders.CONTENT_TYPE, type)
        .body(body);
  }
}

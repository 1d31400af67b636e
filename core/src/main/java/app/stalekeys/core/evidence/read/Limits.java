package app.stalekeys.core.evidence.read;

/// How far a reader goes before it calls a file hostile. Each is a setting of the program, given as
/// `-Dstalekeys.limits.NAME=NUMBER`; the defaults leave honest exports room many times over.
final class Limits {

  /// Columns of a table, attributes of a list. `columns`
  static final int COLUMNS = Integer.getInteger("stalekeys.limits.columns", 16_384);

  /// Letters of one line, and of one quoted record. `line-letters`
  static final int LINE_LETTERS = Integer.getInteger("stalekeys.limits.line-letters", 16 << 20);

  /// Levels of JSON inside each other. `json-depth`
  static final int JSON_DEPTH = Integer.getInteger("stalekeys.limits.json-depth", 60);

  /// Letters of one JSON text. `json-text`
  static final int JSON_TEXT = Integer.getInteger("stalekeys.limits.json-text", 1 << 20);

  /// How many times larger than itself an archive may become; honest logs shrink to a hundredth at
  /// best, bombs to a thousandth and less. `inflation`
  static final int INFLATION = Integer.getInteger("stalekeys.limits.inflation", 400);

  /// Inflated size in bytes up to which a workbook is opened: its shared texts are held in memory.
  /// `workbook-bytes`
  static final long WORKBOOK_BYTES = Long.getLong("stalekeys.limits.workbook-bytes", 2L << 30);

  private Limits() {}
}

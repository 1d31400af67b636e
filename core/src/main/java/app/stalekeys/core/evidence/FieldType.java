package app.stalekeys.core.evidence;

/// What a cell of a field means, and so how it is read and stored.
public enum FieldType {
  /// Text as it stands, blanks around it taken off.
  TEXT,
  /// An account or person id: as TEXT, with hard blanks taken off too; compared by the
  /// application's [IdRule].
  ID,
  /// A calendar day in the audit's zone, stored as days since 1970-01-01.
  DAY,
  /// A moment, stored as milliseconds since 1970-01-01 UTC.
  TIME,
  /// yes or no.
  FLAG,
  /// One of a closed list of words.
  WORD,
  /// A whole number of 0 or more.
  COUNT;

  /// Whether facts of this type are stored as numbers.
  public boolean isNumeric() {
    return this == DAY || this == TIME || this == COUNT;
  }

  /// Whether cells of this type are read as dates.
  public boolean isDated() {
    return this == DAY || this == TIME;
  }
}

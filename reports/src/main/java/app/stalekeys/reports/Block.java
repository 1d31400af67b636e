package app.stalekeys.reports;

import java.util.List;

/// A piece of a part of a pack, as every output can write it.
sealed interface Block {

  /// How words are meant.
  enum Tone {
    PLAIN,
    SOFT,
    /// Something that must not be overlooked.
    WARNING,
    /// A head within the part.
    HEAD
  }

  record Words(String text, Tone tone) implements Block {
    static Words plain(String text) {
      return new Words(text, Tone.PLAIN);
    }

    static Words soft(String text) {
      return new Words(text, Tone.SOFT);
    }

    static Words warning(String text) {
      return new Words(text, Tone.WARNING);
    }

    static Words head(String text) {
      return new Words(text, Tone.HEAD);
    }
  }

  /// How the cells of a column are to be read.
  enum Kind {
    TEXT,
    NUMBER,
    DAY,
    /// A citation or an id, in the fixed face.
    ID
  }

  /// @param width share of the page's width; only the ratios count
  record Column(String head, Kind kind, int width) {
    static Column text(String head, int width) {
      return new Column(head, Kind.TEXT, width);
    }

    static Column number(String head, int width) {
      return new Column(head, Kind.NUMBER, width);
    }

    static Column day(String head, int width) {
      return new Column(head, Kind.DAY, width);
    }

    static Column id(String head, int width) {
      return new Column(head, Kind.ID, width);
    }
  }

  /// @param name of the list, as a sheet or file is called
  /// @param rows as many cells as columns; a number without separators, a day as 2026-06-30; empty for none
  record Grid(String name, List<Column> columns, List<List<String>> rows) implements Block {
    public Grid {
      columns = List.copyOf(columns);
      rows = List.copyOf(rows);
    }
  }

  /// A bar a line, the numbers beside them.
  record Bars(String title, List<Bar> bars) implements Block {
    public Bars {
      bars = List.copyOf(bars);
    }
  }

  /// @param strong whether it is drawn in the colour of what is critical
  record Bar(String label, long value, boolean strong) {}
}

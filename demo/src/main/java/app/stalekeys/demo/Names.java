package app.stalekeys.demo;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;

/// Invented names, each pair of first and last name used once.
final class Names {

  private static final List<String> FIRST =
      List.of(
          "Asta", "Bo", "Hedda", "Rune", "Sofía", "Mads", "Tiril", "Jens", "Ada", "Nils", "Gro",
          "Piet", "Bea", "Runa", "Idris", "Teodor", "Liv", "Sefa", "Ana", "Otis", "Mina", "Ali",
          "Jo", "Nuno", "Kari", "Emil", "Tara", "Vera", "Oskar", "Signe", "Bjarni", "Dunja", "Femi",
          "Greta", "Hanno", "Ines", "Jónas", "Katla", "Lars", "Marit", "Noor", "Olaf", "Petra",
          "Quinn", "Rósa", "Sverre", "Tuva", "Ulla", "Vidar", "Wanda", "Ylva", "Zoran", "Åse",
          "Eydna", "Falk", "Gunnar");
  private static final List<String> LAST =
      List.of(
          "Moen",
          "Lie",
          "Quill",
          "Skarð",
          "Ferro",
          "Okoro",
          "Dahl",
          "Arve",
          "Winther",
          "Thomsen",
          "Haug",
          "Sorrel",
          "Marlow",
          "Amsel",
          "Pohl",
          "Vask",
          "Brandt",
          "Lund",
          "Dvorak",
          "Vane",
          "York",
          "Zorn",
          "Hale",
          "Ibsen",
          "Roth",
          "Sund",
          "Keel",
          "Bárdal",
          "Cresswell",
          "Drake",
          "Eide",
          "Fjeld",
          "Grindal",
          "Holm",
          "Iversen",
          "Jansson",
          "Kvist",
          "Lindqvist",
          "Mørk",
          "Norling",
          "Oyelaran",
          "Pryce",
          "Rask",
          "Strand",
          "Tveit",
          "Ulvang",
          "Vestergård",
          "Wick",
          "Yilmaz",
          "Zeller");

  private final List<String> pairs = new ArrayList<>();
  private int next;

  Names(Random random) {
    for (String first : FIRST) {
      for (String last : LAST) {
        pairs.add(first + " " + last);
      }
    }
    Collections.shuffle(pairs, random);
  }

  String next() {
    return pairs.get(next++);
  }
}

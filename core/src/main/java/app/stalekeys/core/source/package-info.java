/// Where a fact came from and what is wrong with it.
///
/// Entry points: [Place] names a file, sheet, row and column; [Issue] is a data fault as a value with
/// a sentence and a place. Depends on nothing but the JDK; everything else may depend on it.
package app.stalekeys.core.source;

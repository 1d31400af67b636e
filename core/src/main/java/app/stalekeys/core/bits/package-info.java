/// Compact columns: the storage form of facts, knowing nothing of people or access.
///
/// Entry points: [TextColumn] and [LongColumn], each with a builder that seals into bytes and an
/// `open` that reads them back. Depends on the JDK alone.
package app.stalekeys.core.bits;

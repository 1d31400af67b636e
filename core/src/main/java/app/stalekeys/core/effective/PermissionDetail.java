package app.stalekeys.core.effective;

import app.stalekeys.core.source.Place;

/// What the application's catalogue says of a permission. Texts are empty where it says nothing.
///
/// @param licence the licence it needs, by the catalogue alone
public record PermissionDetail(
    String name, Sensitivity sensitivity, String category, String licence, Place place) {}

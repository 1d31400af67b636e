package app.stalekeys.core.check.own;

import app.stalekeys.core.check.Severity;

/// A check as an auditor writes it.
///
/// @param id as in findings and settings; small letters, digits and hyphens, and none of the catalogue's
/// @param subject what is looked at, such as `account`; one of [OwnCheck#subjects()]
/// @param condition in the Common Expression Language; flags where it says yes
/// @param why why it matters; may be empty
/// @param remedy how to put it right; may be empty
public record OwnCheckText(
    String id,
    String title,
    String subject,
    String condition,
    Severity severity,
    String why,
    String remedy) {}

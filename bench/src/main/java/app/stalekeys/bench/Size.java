package app.stalekeys.bench;

/// The sizes of audits that are measured; totals over all applications.
enum Size {
  SMALL(6, 1_200, 150, 900, 4_000, 9_000, 60_000, 20_000),
  NORMAL(12, 20_000, 1_500, 8_000, 120_000, 100_000, 1_000_000, 300_000),
  LARGE(20, 100_000, 5_000, 50_000, 1_000_000, 500_000, 10_000_000, 2_000_000);

  final int applications;
  final int accounts;
  final int roles;
  final int permissions;
  final int assignments;
  final int grants;
  final int signIns;
  final int activities;

  Size(
      int applications,
      int accounts,
      int roles,
      int permissions,
      int assignments,
      int grants,
      int signIns,
      int activities) {
    this.applications = applications;
    this.accounts = accounts;
    this.roles = roles;
    this.permissions = permissions;
    this.assignments = assignments;
    this.grants = grants;
    this.signIns = signIns;
    this.activities = activities;
  }
}

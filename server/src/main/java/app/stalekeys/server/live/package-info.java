/// Live sources with a standard protocol: LDAP v3 and SCIM 2.0. What is read is first kept as a file of
/// evidence and then lies on the reading desk like any other. May depend on `platform`, `jobs`,
/// `journal`, `audits` and `gather`.
package app.stalekeys.server.live;

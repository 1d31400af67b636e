package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.support.TestAudit;
import org.junit.jupiter.api.Test;

/// How accounts are proven: factors, passwords, policies and credentials. As of 2026-06-30.
class AuthenticationChecksTest {

  @Test
  void aSecondFactorIsWeakWhenEveryMethodIs() {
    new TestAudit()
        .accounts(
            "account,status,mfa,mfa-method",
            "text,enabled,yes,SMS",
            "both,enabled,yes,sms; app",
            "two,enabled,yes,sms/voice",
            "none,enabled,no,sms",
            "unknown,enabled,yes,")
        .run()
        .flags("weak-second-factor", "text", "two")
        .tested("weak-second-factor", 3);
  }

  @Test
  void passwordsByAgeExemptionAndStrength() {
    // 2025-06-30 lies 365 days before.
    var run =
        new TestAudit()
            .accounts(
                "account,status,type,mfa,password-set,password-never-expires,password-reused,password-strength,default-password",
                "old,enabled,,no,2025-06-30,no,no,80,no",
                "fresh,enabled,,no,2025-07-01,,,50,",
                "safe,enabled,,yes,2020-01-01,yes,,49,",
                "bare,enabled,,,2020-01-01,,,weak,",
                "svc,enabled,service,no,,yes,yes,,",
                "off,disabled,,no,2020-01-01,yes,yes,1,yes")
            .run()
            .flags("password-old", "old")
            .flags("password-never-expires", "safe")
            .flags("weak-password", "bare", "safe", "svc");
    assertThat(run.finding("password-old").facts()).containsEntry("days", 365L);
  }

  @Test
  void aLimitIsLookedUpFromTheAccountToItsRolesToEveryone() {
    new TestAudit()
        .accounts(
            "account,status,lockout-after",
            "own,enabled,11",
            "own10,enabled,10",
            "byaccount,enabled,",
            "byrole,enabled,",
            "nested,enabled,",
            "rest,enabled,")
        .nesting("parent,child", "Outer,R")
        .assignments("account,role", "byrole,R", "nested,Outer", "byaccount,R")
        .evidence("{file: policies.csv, kind: policies}")
        .file(
            "policies.csv",
            "policy,setting,value,holder,enforced",
            "All,lockout-after,5,,yes",
            "Off,lockout-after,0,,no",
            "R,lockout-after,0,R,yes",
            "R2,lockout-after,6,R,yes",
            "One,lockout-after,3,byaccount,yes")
        .run()
        .flags("no-lockout", "byrole", "nested", "own")
        .tested("no-lockout", 6);
    new TestAudit()
        .accounts("account,status,password-history", "three,enabled,3", "four,enabled,4")
        .run()
        .flags("no-password-history", "three")
        .doesNotTest("no-lockout", "accounts.lockout-after", "policies");
  }

  @Test
  void credentialsByAgeUseNumberAndEnd() {
    // 2026-04-01 lies 90 days before; 2026-07-30 lies 30 days after.
    new TestAudit()
        .accounts("account,status", "a,disabled", "b,enabled")
        .evidence("{file: credentials.csv, kind: credentials}")
        .file(
            "credentials.csv",
            "account,credential,type,status,created,rotated,last-used,expires",
            "a,k1,key,active,2020-01-01,2026-04-01,2026-06-01,2021-01-01",
            "a,k2,key,active,2020-01-01,2026-04-02,2026-04-01,",
            "a,k3,secret,active,2026-06-01,,,",
            "b,k4,key,revoked,2020-01-01,,,2026-07-01",
            "b,c1,certificate,active,2025-07-30,,2026-06-30,2026-07-30",
            "b,c2,certificate,active,2025-07-31,,2026-06-30,2026-07-31",
            "b,t1,token,active,2025-01-01,,2026-06-30,2026-01-02")
        .run()
        .flags("key-not-rotated", "k1")
        .flags("key-unused", "k2", "k3")
        .flags("many-secrets", "a")
        .flags("long-lived-secret", "k1", "k3", "t1")
        .flags("credential-expiring", "c1");
  }
}

package app.stalekeys.core.effective;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.support.TestAudit;
import org.junit.jupiter.api.Test;

/// By which means an account holds a permission: what the cells of the grid say.
class MannersTest {

  private static final ApplicationAccess ACCESS =
      new TestAudit()
          .application("levels: [read, update, approve]")
          .accounts("account,status", "mo,enabled", "liv,enabled", "una,enabled", "tor,enabled")
          .roles("role,name,everything", "clerk,Clerk,no", "lead,Lead,no", "boss,Boss,yes")
          .nesting("parent,child,scope", "lead,clerk,North")
          .grants(
              "holder-type,holder,resource,action,effect,scope",
              "role,clerk,Invoice,update,allow,",
              "role,clerk,Stock,read,allow,South",
              "role,clerk,Invoice,read,allow,South",
              "account,mo,Invoice,approve,allow,North/Harbour",
              "account,liv,Invoice,update,deny,North",
              "account,una,Invoice,read,ceiling,")
          .permissions("resource,action", "Invoice,read", "Invoice,update", "Invoice,approve")
          .assignments(
              "account,role,scope", "mo,lead,North", "liv,lead,North", "una,clerk,", "tor,boss,")
          .run()
          .outcome()
          .snapshot()
          .applications()
          .getFirst();

  private static EffectiveAccess.Manner manner(String account, String resource, String action) {
    return ACCESS
        .effective()
        .manners(ACCESS.book().find("", account))
        .apply(ACCESS.effective().universe().number(new Permission(resource, action)));
  }

  @Test
  void itselfByRoleNestedAndByLevelAreToldApart() {
    EffectiveAccess.Manner update = manner("mo", "Invoice", "update");
    assertThat(update)
        .as("by a role inside a role, and by the level of a grant of its own")
        .isEqualTo(new EffectiveAccess.Manner(true, true, false, true, false, false, false));
    assertThat(manner("mo", "Invoice", "read").byLevel())
        .as("no row that reaches North names it")
        .isTrue();
    assertThat(manner("una", "Invoice", "read").byRole()).isTrue();
    assertThat(manner("una", "Invoice", "read").byLevel())
        .as("a row of the South names it, and una holds the role everywhere")
        .isFalse();
  }

  @Test
  void aGrantWhoseScopeIsNotReachedIsNoMeans() {
    assertThat(manner("mo", "Stock", "read").isBlank())
        .as("the clerk's South is not reached by a lead of the North")
        .isTrue();
  }

  @Test
  void whatIsDeniedOrLimitedSaysSo() {
    EffectiveAccess.Manner denied = manner("liv", "Invoice", "update");
    assertThat(denied.held()).isFalse();
    assertThat(denied.denied()).isTrue();
    assertThat(denied.nested()).isTrue();
    EffectiveAccess.Manner limited = manner("una", "Invoice", "update");
    assertThat(limited.limited()).isTrue();
    assertThat(limited.held()).as("the ceiling lets reading through alone").isFalse();
  }

  @Test
  void everythingIsHeldByTheRoleThatSaysSo() {
    EffectiveAccess.Manner all = manner("tor", "Invoice", "approve");
    assertThat(all.held()).isTrue();
    assertThat(all.byRole()).isTrue();
    assertThat(all.byLevel()).as("no row names it").isTrue();
  }
}

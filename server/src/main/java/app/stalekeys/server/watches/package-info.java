/// Sign-ins between audits: listened to as they come, told by webhook and mail. Off until somebody switches it on.
@NullMarked
package app.stalekeys.server.watches;

import org.jspecify.annotations.NullMarked;

/// Mail that the program sends, and by which server. Entry point: [Mailer]. May depend on `platform`.
@NullMarked
package app.stalekeys.server.mail;

import org.jspecify.annotations.NullMarked;

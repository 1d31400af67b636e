package app.stalekeys.server.platform;

import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.core.AuthenticationException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;

/// Turns what goes wrong into sentences. The trace of a fault of the program goes to the log alone.
@RestControllerAdvice
class ErrorResponses {

  private static final Logger LOG = LoggerFactory.getLogger(ErrorResponses.class);

  /// What the browser gets.
  record Sentences(List<String> sentences) {}

  @ExceptionHandler(Refusal.class)
  ResponseEntity<Sentences> refused(Refusal refusal) {
    return answer(refusal.status(), refusal.sentences());
  }

  @ExceptionHandler({AccessDeniedException.class, AuthenticationException.class})
  void leaveToSecurity(RuntimeException denied) {
    throw denied;
  }

  @ExceptionHandler(Exception.class)
  ResponseEntity<Sentences> failed(Exception failure) {
    if (failure instanceof ErrorResponse known) {
      return answer(known.getStatusCode(), List.of(sentenceFor(known.getStatusCode())));
    }
    if (failure instanceof org.springframework.http.converter.HttpMessageNotReadableException
        || failure instanceof IllegalArgumentException) {
      LOG.info("a request could not be read", failure);
      return answer(
          HttpStatus.BAD_REQUEST,
          List.of("The request could not be read. Reload the page and try again."));
    }
    LOG.error("a request failed", failure);
    return answer(
        HttpStatus.INTERNAL_SERVER_ERROR,
        List.of("Something went wrong inside Stale Keys. Nothing was changed; the log says more."));
  }

  private static String sentenceFor(HttpStatusCode status) {
    return status.value() == 404
        ? "There is nothing at this address."
        : "The request could not be understood. Reload the page and try again.";
  }

  private static ResponseEntity<Sentences> answer(HttpStatusCode status, List<String> sentences) {
    return ResponseEntity.status(status).body(new Sentences(sentences));
  }
}

package juiceswap.web.api;

import juiceswap.core.InvalidInput;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.bind.annotation.RestControllerAdvice;

/** Errors of the API as {@code application/problem+json}: {@code detail} and {@code pointer} name the field. */
@RestControllerAdvice(annotations = RestController.class)
class ApiProblems {

    @ExceptionHandler
    ResponseEntity<ProblemDetail> invalid(InvalidInput invalid) {
        InvalidInput.Problem first = invalid.problems().get(0);
        String at = first.field().isEmpty() ? "The request " : first.field() + " ";
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.BAD_REQUEST, at + first.message());
        problem.setTitle("Bad input");
        problem.setProperty("pointer", first.field());
        problem.setProperty("errors", invalid.problems());
        return answer(problem);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> tooLarge(RequestLimits.TooLarge tooLarge) {
        return answer(ProblemDetail.forStatusAndDetail(
                HttpStatus.PAYLOAD_TOO_LARGE, "The body may have at most " + RequestLimits.MAX_BODY_BYTES + " bytes."));
    }

    private static ResponseEntity<ProblemDetail> answer(ProblemDetail problem) {
        return ResponseEntity.status(problem.getStatus())
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(problem);
    }
}

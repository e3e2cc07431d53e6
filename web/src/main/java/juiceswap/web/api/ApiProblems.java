package juiceswap.web.api;

import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.web.words.Words;
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

    private final Words words;

    ApiProblems(Words words) {
        this.words = words;
    }

    /** One thing that is wrong, as programs read it. */
    record Told(String field, String message) {}

    @ExceptionHandler
    ResponseEntity<ProblemDetail> invalid(InvalidInput invalid) {
        List<Told> told = invalid.problems().stream()
                .map(problem -> new Told(problem.field(), words.say(problem.what())))
                .toList();
        Told first = told.get(0);
        String detail = words.say(
                first.field().isEmpty() ? "api.request-wrong" : "api.field-wrong",
                "field",
                first.field(),
                "what",
                first.message());
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.BAD_REQUEST, detail);
        problem.setTitle(words.say("api.bad-input"));
        problem.setProperty("pointer", first.field());
        problem.setProperty("errors", told);
        return answer(problem);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> tooLarge(RequestLimits.TooLarge tooLarge) {
        return answer(ProblemDetail.forStatusAndDetail(
                HttpStatus.PAYLOAD_TOO_LARGE, words.say("api.body-too-large", "most", RequestLimits.MAX_BODY_BYTES)));
    }

    private static ResponseEntity<ProblemDetail> answer(ProblemDetail problem) {
        return ResponseEntity.status(problem.getStatus())
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(problem);
    }
}

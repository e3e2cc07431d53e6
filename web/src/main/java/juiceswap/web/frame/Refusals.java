package juiceswap.web.frame;

import jakarta.servlet.http.HttpServletRequest;
import org.springframework.beans.TypeMismatchException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.ErrorResponse;
import org.springframework.web.HttpRequestMethodNotSupportedException;
import org.springframework.web.bind.ServletRequestBindingException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.NoHandlerFoundException;
import org.springframework.web.servlet.resource.NoResourceFoundException;

/** What was sent and cannot be answered, where no form stands that could say so at a field: a page, or JSON for the API. */
@ControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class Refusals {

    /** A text with a zero byte in it, say: nothing that a person types. */
    @ExceptionHandler
    Object notStorable(DataIntegrityViolationException refused, HttpServletRequest request) {
        return answer(HttpStatus.BAD_REQUEST, request);
    }

    @ExceptionHandler
    Object tooLarge(MaxUploadSizeExceededException refused, HttpServletRequest request) {
        return answer(HttpStatus.CONTENT_TOO_LARGE, request);
    }

    @ExceptionHandler
    Object malformed(TypeMismatchException refused, HttpServletRequest request) {
        return answer(HttpStatus.BAD_REQUEST, request);
    }

    @ExceptionHandler({
        NoHandlerFoundException.class,
        NoResourceFoundException.class,
        ResponseStatusException.class,
        ServletRequestBindingException.class,
        HttpRequestMethodNotSupportedException.class
    })
    Object refused(Exception refused, HttpServletRequest request) {
        return answer(((ErrorResponse) refused).getStatusCode(), request);
    }

    private static Object answer(HttpStatusCode status, HttpServletRequest request) {
        if (request.getRequestURI().startsWith("/api/")) {
            return ResponseEntity.status(status)
                    .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                    .body(ProblemDetail.forStatus(status));
        }
        ModelAndView page = new ModelAndView("error", status);
        page.addObject("status", status.value());
        return page;
    }
}

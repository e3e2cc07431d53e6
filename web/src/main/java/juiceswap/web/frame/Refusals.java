package juiceswap.web.frame;

import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.servlet.ModelAndView;

/** What was sent and cannot be kept, where no form stands that could say so at a field. */
@ControllerAdvice(annotations = Controller.class)
class Refusals {

    /** A text with a zero byte in it, say: nothing that a person types. */
    @ExceptionHandler
    ModelAndView notStorable(DataIntegrityViolationException refused) {
        return page(HttpStatus.BAD_REQUEST);
    }

    @ExceptionHandler
    ModelAndView tooLarge(MaxUploadSizeExceededException refused) {
        return page(HttpStatus.CONTENT_TOO_LARGE);
    }

    private static ModelAndView page(HttpStatus status) {
        ModelAndView page = new ModelAndView("error", status);
        page.addObject("status", status.value());
        return page;
    }
}

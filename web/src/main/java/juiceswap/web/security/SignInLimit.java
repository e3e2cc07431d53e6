package juiceswap.web.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.web.authentication.AuthenticationFailureHandler;
import org.springframework.web.filter.OncePerRequestFilter;

/** Passwords can't be tried by the thousand: after too many wrong ones from one address its next ones are not looked at. */
final class SignInLimit extends OncePerRequestFilter implements AuthenticationFailureHandler {
    private final WrongTries wrong;

    SignInLimit(Clock clock) {
        wrong = new WrongTries(clock);
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !request.getMethod().equals("POST") || !request.getRequestURI().equals("/sign-in");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (wrong.mayTry(request.getRemoteAddr())) {
            chain.doFilter(request, response);
        } else {
            response.sendRedirect("/sign-in?wait");
        }
    }

    @Override
    public void onAuthenticationFailure(
            HttpServletRequest request, HttpServletResponse response, AuthenticationException exception)
            throws IOException {
        wrong.remember(request.getRemoteAddr());
        response.sendRedirect("/sign-in?wrong");
    }
}

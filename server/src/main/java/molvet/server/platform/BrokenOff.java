package molvet.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerExceptionResolver;
import org.springframework.web.servlet.ModelAndView;

/**
 * Breaks the connection where something fails after a part of the answer has gone out. A problem document would be
 * written behind that part and the answer would end in order, so that a half archive looked like a whole one.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class BrokenOff implements HandlerExceptionResolver {
    @Override
    public @Nullable ModelAndView resolveException(
            HttpServletRequest request, HttpServletResponse response, @Nullable Object handler, Exception e) {
        if (!response.isCommitted()) return null;
        throw new IllegalStateException("The answer broke off after a part of it was sent.", e);
    }
}

package dev.cuenta.service.web;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.core.Ordered;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerExceptionResolver;
import org.springframework.web.servlet.ModelAndView;

/** An answer that was begun cannot be ended. Nothing is added to it: its connection is closed, which whoever reads it does not take for its end. */
public final class BrokenAnswer extends RuntimeException {
    private static final long serialVersionUID = 1;

    /** What is tried again by what a failure is made of must not try this again, so the reason is no cause. */
    public BrokenAnswer(Throwable reason) {
        super("An answer that was begun broke off", null, true, false);
        addSuppressed(reason);
    }

    @Component
    static final class Resolver implements HandlerExceptionResolver, Ordered {
        @Override
        public int getOrder() {
            return HIGHEST_PRECEDENCE;
        }

        @Override
        public @Nullable ModelAndView resolveException(
                HttpServletRequest request, HttpServletResponse response, @Nullable Object handler, Exception failure) {
            if (failure instanceof BrokenAnswer broken) {
                throw broken;
            }
            return null;
        }
    }
}

package dev.cuenta.service.body;

import jakarta.servlet.ServletException;
import java.io.IOException;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;

/** What is still to come of a body that is refused is not waited for: the server would hold a thread until it is there. */
final class RefusedBodies extends ValveBase {
    /** The attribute of a request whose body is not read to its end. */
    static final String REFUSED = RefusedBodies.class.getName();

    RefusedBodies() {
        super(true);
    }

    @Override
    public void invoke(Request request, Response response) throws IOException, ServletException {
        getNext().invoke(request, response);
        if (request.getAttribute(REFUSED) != null) {
            response.finishResponse();
            request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
        }
    }
}

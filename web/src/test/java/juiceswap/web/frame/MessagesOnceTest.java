package juiceswap.web.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.web.servlet.FlashMap;

class MessagesOnceTest {
    private final MessagesOnce messages = new MessagesOnce();
    private final MockHttpServletResponse response = new MockHttpServletResponse();

    @Test
    void aPageThatLooksAgainByItselfLeavesTheMessageToWhomItIsFor() {
        MockHttpServletRequest sent = new MockHttpServletRequest("POST", "/rotate/wish");
        FlashMap told = new FlashMap();
        told.put("taken", "It lasts.");
        told.setTargetRequestPath("/rotate");
        messages.saveOutputFlashMap(told, sent, response);

        MockHttpServletRequest byItself = page(sent);
        byItself.addHeader(MessagesOnce.BY_ITSELF, "yes");
        assertThat(messageOf(byItself)).isNull();
        assertThat(messageOf(page(sent))).isEqualTo("It lasts.");
        assertThat(messageOf(page(sent))).isNull();
    }

    private @Nullable Object messageOf(MockHttpServletRequest page) {
        FlashMap told = messages.retrieveAndUpdate(page, response);
        return told == null ? null : told.get("taken");
    }

    private static MockHttpServletRequest page(MockHttpServletRequest sent) {
        MockHttpServletRequest request = new MockHttpServletRequest("GET", "/rotate");
        request.setSession(Objects.requireNonNull(sent.getSession()));
        return request;
    }
}

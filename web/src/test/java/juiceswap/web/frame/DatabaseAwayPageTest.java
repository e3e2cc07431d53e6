package juiceswap.web.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.sql.SQLException;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.web.servlet.resource.ResourceUrlProvider;

class DatabaseAwayPageTest {
    private final MockHttpServletResponse response = new MockHttpServletResponse();

    /** A request in which the database answers with that SQLState, far down in the causes. */
    private String answer(String method, String path, String state) throws Exception {
        new DatabaseAway(new ResourceUrlProvider())
                .doFilter(new MockHttpServletRequest(method, path), response, (request, answer) -> {
                    throw new IllegalStateException(new RuntimeException(new SQLException("no", state)));
                });
        return response.getContentAsString();
    }

    @Test
    void aFullDiskIsToldFromADatabaseThatIsAway() throws Exception {
        assertThat(answer("POST", "/swap/confirm", "53100"))
                .contains("The disk of this machine is full.", "What you have just sent was not written")
                .doesNotContain("http-equiv");
        assertThat(response.getStatus()).isEqualTo(503);
    }

    @Test
    void aPageAsksAgainByItselfAndTheApiAnswersInJson() throws Exception {
        assertThat(answer("GET", "/now", "08006"))
                .contains("http-equiv=\"refresh\"", "asks again every few seconds")
                .doesNotContain("not written");
        response.reset();
        assertThat(answer("GET", "/api/v1/household", "57P01")).startsWith("{").contains("\"status\":503");
    }

    @Test
    void whatIsWrongWithTheQuestionIsNotPutOnTheDatabase() {
        assertThatThrownBy(() -> answer("POST", "/swap/confirm", "23505")).isInstanceOf(IllegalStateException.class);
        assertThat(response.getStatus()).isEqualTo(200);
    }
}

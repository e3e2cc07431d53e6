package juiceswap.web.security;

import static juiceswap.web.words.Say.say;

import java.util.Map;
import org.springframework.stereotype.Component;

/** What somebody new calls themselves and signs in with. */
@Component
class Newcomer {
    private static final int LONGEST_HOUSE = 120;
    private static final int LONGEST_NAME = 40;
    private static final int LONGEST_LOGIN = 80;

    private final Accounts accounts;

    Newcomer(Accounts accounts) {
        this.accounts = accounts;
    }

    /** The same of somebody who founds a household, and its name. */
    void checkFounder(Map<String, String> typed, Map<String, String> problems) {
        SignInController.require(
                typed, "household", LONGEST_HOUSE, say("security.sign-in.give-the-house-a-name"), problems);
        check(typed, problems);
    }

    /** A name that can be read and is not the product’s, and a sign-in name that is free; problems at their fields. */
    void check(Map<String, String> typed, Map<String, String> problems) {
        SignInController.require(typed, "name", LONGEST_NAME, say("security.sign-in.say-what-to-call-you"), problems);
        SignInController.require(
                typed, "login", LONGEST_LOGIN, say("security.sign-in.choose-a-sign-in-name"), problems);
        String name = PeopleNames.tidy(typed.getOrDefault("name", ""));
        if (!problems.containsKey("name") && (PeopleNames.unreadable(name) || PeopleNames.reserved(name))) {
            problems.put("name", say("security.people.name-unreadable"));
        }
        String login = typed.getOrDefault("login", "").strip();
        if (!problems.containsKey("login") && accounts.withLogin(login).isPresent()) {
            problems.put("login", say("security.people.login-taken"));
        }
    }
}

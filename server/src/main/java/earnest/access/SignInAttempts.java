package earnest.access;

import jakarta.servlet.http.HttpServletRequest;

import org.springframework.stereotype.Component;

/** Reads who tries to sign in, and from where. */
@Component
class SignInAttempts {
    private final ClientAddress addresses;
    private final Cookies cookies;

    SignInAttempts(ClientAddress addresses, Cookies cookies) {
        this.addresses = addresses;
        this.cookies = cookies;
    }

    SignIn.Attempt of(Credentials credentials, HttpServletRequest request) {
        return new SignIn.Attempt(
                credentials.login(),
                credentials.password(),
                addresses.of(request),
                cookies.read(request, Cookies.Kind.BROWSER));
    }
}

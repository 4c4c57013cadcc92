"""Who asks: by the session's cookie."""

from drf_spectacular.authentication import SessionScheme
from rest_framework import authentication

OTHER_ACCOUNT = "Another account is signed in on this device. What waits stays here until its own account is back."


class SessionAuthentication(authentication.SessionAuthentication):
    """REST framework's, which tells 401 (nobody is signed in) apart from 403 (this one may not)."""

    def authenticate_header(self, request):
        """What 401 asks for."""
        return 'Session realm="Hollowmist"'


class SessionDescription(SessionScheme):
    """What the API's description says of it."""

    target_class = "hollowmist.sessions.SessionAuthentication"

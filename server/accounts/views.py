"""Signing in and out, and opening an account."""

from django.conf import settings
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.core.exceptions import ValidationError as ModelError
from django.middleware.csrf import get_token
from drf_spectacular.utils import extend_schema
from hollowmist.checked import checked
from rest_framework.exceptions import Throttled, ValidationError
from rest_framework.permissions import AllowAny
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView

from .actions.change_password import change_password
from .actions.close_account import close_account
from .actions.open_account import open_account
from .serializers import ClosingSerializer, CredentialsSerializer, PasswordSerializer, SessionSerializer

TOO_MANY = "That were too many wrong passwords."


def locked_out(request, response=None, credentials=None):
    """The answer that was given already: axes would put a page of its own in its place."""
    return response


def session_of(request):
    """The body that says who is signed in."""
    account = request.user if request.user.is_authenticated else None
    return Response(SessionSerializer({"account": account, "csrf": get_token(request)}).data)


class SessionView(APIView):
    """Who is signed in on this device."""

    permission_classes = [AllowAny]

    @extend_schema(responses=SessionSerializer)
    def get(self, request):
        """Who is signed in; also hands out the CSRF token."""
        return session_of(request)

    @extend_schema(request=CredentialsSerializer, responses=SessionSerializer)
    def post(self, request):
        """Sign in."""
        given = CredentialsSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        account = authenticate(request._request, **given.validated_data)
        if account is None and getattr(request._request, "axes_locked_out", False):
            raise Throttled(settings.AXES_COOLOFF_TIME.total_seconds(), TOO_MANY)
        if account is None:
            raise ValidationError({"detail": "Name and password do not go together. Check both and try again."})
        login(request, account)
        return session_of(request)

    @extend_schema(request=None, responses=SessionSerializer)
    def delete(self, request):
        """Sign out."""
        logout(request)
        return session_of(request)


class AccountsView(APIView):
    """New accounts."""

    permission_classes = [AllowAny]
    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "new-accounts"

    @extend_schema(request=CredentialsSerializer, responses=SessionSerializer)
    def post(self, request):
        """Open an account and sign in with it."""
        given = CredentialsSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        try:
            account = open_account(**given.validated_data)
        except ModelError as error:
            raise ValidationError(error.message_dict) from None
        login(request, account, backend="django.contrib.auth.backends.ModelBackend")
        return session_of(request)


class Guarded(APIView):
    """A view that asks for the password once more, so many times an hour."""

    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "doors"


class PasswordView(Guarded):
    """The password of who is signed in."""

    @extend_schema(request=PasswordSerializer, responses=SessionSerializer)
    def put(self, request):
        """Another one. This device stays signed in; all others are signed out."""
        data = checked(PasswordSerializer, request.data)
        try:
            change_password(request.user, **data)
        except ModelError as error:
            raise ValidationError(error.message_dict) from None
        update_session_auth_hash(request._request, request.user)
        return session_of(request)


class ClosingView(Guarded):
    """The end of an account."""

    @extend_schema(request=ClosingSerializer, responses=SessionSerializer)
    def post(self, request):
        """Let go of the account that is signed in, with all its work, for good."""
        data = checked(ClosingSerializer, request.data)
        try:
            close_account(request.user, data["password"])
        except ModelError as error:
            raise ValidationError(error.message_dict) from None
        logout(request)
        return session_of(request)

"""Addresses of accounts."""

from django.urls import path

from .views import AccountsView, ClosingView, PasswordView, SessionView

urlpatterns = [
    path("session", SessionView.as_view(), name="session"),
    path("accounts", AccountsView.as_view(), name="accounts"),
    path("password", PasswordView.as_view(), name="password"),
    path("accounts/closing", ClosingView.as_view(), name="closing"),
]

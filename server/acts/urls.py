"""Addresses of the carrier."""

from django.urls import path

from . import views

urlpatterns = [
    path("acts", views.ActsView.as_view(), name="acts"),
    path("changes", views.ChangesView.as_view(), name="changes"),
]

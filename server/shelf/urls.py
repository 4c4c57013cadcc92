"""Addresses of the shelf."""

from django.urls import path
from drf_spectacular.views import SpectacularAPIView, SpectacularSwaggerSplitView

from . import views

urlpatterns = [
    path("api/lots", views.LotsView.as_view(), name="lots"),
    path("api/lots/<uuid:lot>", views.LotView.as_view(), name="lot"),
    path("api/lots/<uuid:lot>/pack", views.PackView.as_view(), name="lot-pack"),
    path("api/lots/<uuid:lot>/mark", views.MarkView.as_view(), name="lot-mark"),
    path("api/lots/<uuid:lot>/previews/<int:position>", views.PreviewView.as_view(), name="lot-preview"),
    path("api/schema", SpectacularAPIView.as_view(), name="schema"),
    path("api/docs", SpectacularSwaggerSplitView.as_view(url_name="schema"), name="docs"),
]

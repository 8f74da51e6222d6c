"""A signed-in household and a second one, each with a data folder of its own."""

import pytest
from households import Visitor

from brasko.core.forecast.ensemble import MIN_MEMBERS
from brasko.web.cooks.forecaster import watching
from brasko.web.devices import actions


@pytest.fixture(autouse=True)
def own_data_folder(settings, tmp_path):
    settings.VAR = tmp_path
    settings.FORECASTS = "never"
    # tests of the core judge what a forecast is worth
    settings.FORECAST_MEMBERS = MIN_MEMBERS
    settings.STORE_THREADS = False
    settings.COMPUTE_APART = False
    settings.SIGN_UP = "open"
    watching.forget()
    actions._newest = actions.Newest()
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


@pytest.fixture
def mara(db) -> Visitor:
    return Visitor("mara")


@pytest.fixture
def odell(db) -> Visitor:
    return Visitor("odell")

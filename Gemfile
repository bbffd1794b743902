# frozen_string_literal: true

source "https://rubygems.org"

gem "dry-schema", "1.13.4"
gem "json", "3.1.0"
gem "matrix", "~> 0.4"
gem "mysql2", "0.5.7"
gem "prawn", "2.5.0"
gem "prawn-table", "0.2.2"
gem "puma", "8.0.2"
gem "rack", "3.2.8"
gem "sequel", "5.110.0"
gem "sinatra", "4.2.1"
gem "zeitwerk", "2.6.18"

group :development, :test do
  gem "capybara", "3.40.0"
  gem "cuprite", "0.19"
  gem "ferrum", "0.19.2"
  gem "json_schemer"
  gem "minitest", "5.27.0"
  gem "nokogiri", "1.18.10"
  gem "pdf-reader", "2.16.0"
  gem "prop_check", "1.0.2"
  gem "rack-test", "2.3.0"
  gem "rake"
  gem "rubocop", "1.92.2"
  gem "rubocop-minitest", "0.41.0"
  gem "rubocop-performance", "1.27.0"
  gem "rubocop-sequel", "0.4.1"
end

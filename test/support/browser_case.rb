# frozen_string_literal: true

require_relative "store_case"
require "capybara/minitest"
require "capybara/cuprite"

FLAGS = %w[no-sandbox disable-gpu disable-quic disable-background-networking disable-component-update disable-sync
           no-first-run hide-scrollbars].to_h do |f|
  [f, nil]
end
Capybara.register_driver(:headless) do |app|
  Capybara::Cuprite::Driver.new(app, window_size: [1280, 800], process_timeout: 60, timeout: 30,
                                     pending_connection_errors: false, js_errors: true,
                                     browser_path: %w[/usr/bin/chromium-headless-shell /usr/bin/chromium].find do |path|
                                       File.exist?(path)
                                     end,
                                     browser_options: FLAGS.merge("force-color-profile" => "srgb"))
end
Capybara.server = :puma, { Silent: true, Threads: "1:4" }
MildAnvil::LOADER.eager_load # as the server does; threads that load what they need meet at half a file
Capybara.app = MildAnvil::Web::Stack.build
Capybara.default_driver = :headless
# As long as a machine that others use may need; what must be quick is timed by bin/bench.
Capybara.default_max_wait_time = 60
Capybara.enable_aria_label = true

# A journey of a user through the real server and the real database; what it wrote is deleted afterwards.
class BrowserCase < Minitest::Test
  include Capybara::DSL
  include Capybara::Minitest::Assertions
  include Shared

  AXE = File.read(File.expand_path("../../frontend/node_modules/axe-core/axe.min.js", __dir__))
  SERIOUS = %w[serious critical].freeze

  PASSWORD = "a long password"

  # A real browser on a machine that others use, too: what went wrong is said and tried once more, from the beginning.
  # Wrong twice is wrong.
  def run
    once = super
    return once if once.passed? || @again

    puts "", "#{self.class}##{name} went wrong the first time and is run again:", *once.failures.map(&:message)
    self.class.new(name).tap { |other| other.instance_variable_set(:@again, true) }.run
  end

  def setup
    OwnerDatabase.empty
    visit "/"
    page.execute_script("localStorage.clear(); localStorage.setItem('theme', 'light')")
    @worker = Thread.new { MildAnvil::Actions::Worker.run_until { @stopped } }
  end

  def teardown
    @stopped = true
    @worker.join
    Capybara.reset_sessions!
    OwnerDatabase.empty
  end

  # @return [Store::Models::Person] who signs in as their name in small letters
  def take_in(name, *roles)
    hash = MildAnvil::Web::SignIn.password_hash(PASSWORD)
    MildAnvil::Actions::ManagePeople.add(name: name, login: name.split.first.downcase, roles: roles,
                                         password_hash: hash)
  end

  def sign_in(person, password: PASSWORD)
    visit "/"
    fill_in "Name", with: person.name.split.first.downcase
    fill_in "Password", with: password
    click_on "Sign in"
    assert_selector "a[aria-current=page]", text: "Today"
  end

  def sign_out
    find("button", text: /technician|reviewer|administrator|viewer/).click
    find("[role=menuitem]", text: "Sign out").click
    assert_selector "h1", text: "Sign in"
  end

  # Nothing that would keep somebody from using the screen.
  def assert_accessible(where)
    settle
    page.execute_script(AXE)
    run = page.evaluate_async_script("axe.run(document, {resultTypes: ['violations']}).then(arguments[0])")
    found = run["violations"].select { |violation| SERIOUS.include?(violation["impact"]) }

    assert_empty found.map { |violation| told(violation) }, where
  end

  def told(violation)
    nodes = violation["nodes"]
    "#{violation['id']}: #{nodes.first(3).map { |n| n['target'] }} #{nodes.first['any'].first&.fetch('message')}"
  end

  # What fades in is judged when it is there.
  def settle
    40.times do
      break if page.evaluate_script("document.getAnimations().filter((a) => a.playState === 'running').length").zero?

      sleep 0.05
    end
  end

  # No screen may be wider than its window.
  def assert_fits(where)
    assert_operator page.evaluate_script("document.documentElement.scrollWidth"), :<=,
                    page.evaluate_script("window.innerWidth") + 1, where
  end

  def press(*keys) = page.driver.browser.keyboard.type(*keys)

  # Log files on disk, as a person would have them.
  def log_files(peaks)
    folder = Dir.mktmpdir
    peaks.map do |peak|
      random = Random.new(peak)
      simulator = MildAnvil::Devices::Simulator
      log = simulator::Pull.new(path: simulator::Shapes::Rope.path(peak.to_f, random), bench: simulator::Bench.with,
                                random: random).log
      File.join(folder, "pull_#{peak}.csv").tap { |path| File.write(path, simulator::LogFile.text(log, :comma)) }
    end
  end

  def choose_option(label, option)
    find("button[role=combobox]", text: nil,
                                  **(label.is_a?(Hash) ? label : { id: find("label", exact_text: label)[:for] })).click
    find("[role=option]", text: option, match: :first).click
    assert_no_selector("[role=option]") # an open list takes the next click
  end
end

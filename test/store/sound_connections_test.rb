# frozen_string_literal: true

require_relative "../support/store_case"

# A connection that was closed while it was lent out is never lent again.
class SoundConnectionsTest < StoreCase
  Sound = MildAnvil::Store::SoundConnections
  Client = Struct.new(:closed, :asked) do
    def closed? = closed
  end

  # Stands for the driver's database: counts what is asked over the wire.
  class Driver
    def valid_connection?(connection) = !(connection.asked = true).nil?
  end

  def setup
    super
    @driver = Driver.new.extend(Sound)
  end

  def test_whoever_comes_after_a_closed_connection_gets_an_open_one
    other = Sequel.connect(ENV.fetch("DATABASE_URL"), max_connections: 1)
    Sound.for(other)
    other.synchronize(&:close)

    assert_equal "it's", other.get(Sequel.lit(other.literal("it's")))
    assert_equal 1, other.pool.size
  ensure
    other&.disconnect
  end

  def test_only_what_has_idled_is_asked_over_the_wire
    client = Client.new(false, nil)

    assert @driver.valid_connection?(client)
    assert @driver.valid_connection?(client)
    assert_nil client.asked
    long_ago = Process.clock_gettime(Process::CLOCK_MONOTONIC) - Sound::IDLE_SECONDS - 1
    client.instance_variable_set(Sound::USED, long_ago)

    assert @driver.valid_connection?(client)
    assert client.asked
  end

  def test_a_closed_one_is_not_even_asked
    client = Client.new(true, nil)

    refute @driver.valid_connection?(client)
    assert_nil client.asked
  end
end

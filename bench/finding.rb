# frozen_string_literal: true

require_relative "many_pulls"
require_relative "served"
require_relative "timed"

# The palette in a shop after years: 100,000 pulls, every fifth with five words of a reason.
class Finding
  include Timed

  PULLS = 100_000
  WORDS = %w[thread crossed pin squeal bobbin weather wet worn shackle slipped edge cut photo late heat rusty].freeze
  QUERIES = { "a rare word of a reason" => "kelpie", "two common words" => "thread pin", "a customer" => "bench",
              "a lot by its name" => "kelp line 4999", "a code of a piece" => "3-1", "a paper" => "4-1",
              "nothing like it" => "zzzz yyyy" }.freeze

  def run
    ManyPulls.new(PULLS).call
    remarked
    Served.new.run do |server|
      server.kept_open do |ask|
        ask.call("/api/search?q=warm")
        QUERIES.each { |what, words| say what, times(20) { ask.call("/api/search?q=#{words.tr(' ', '+')}") } }
      end
    end
  end

  private

  def remarked
    db = Sequel::Model.db
    words = WORDS.map { |word| "'#{word}'" }.join(",")
    any = -> { "ELT(1 + FLOOR(RAND() * #{WORDS.size}), #{words})" }
    owner = Sequel.connect(ENV.fetch("OWNER_DATABASE_URL"))
    owner.run("UPDATE judgements SET reason = CONCAT_WS(' ', #{Array.new(5) { any.call }.join(', ')}) WHERE id % 5 = 0")
    owner.run("UPDATE judgements SET reason = CONCAT(reason, ' kelpie') WHERE id % 20000 = 0")
    owner.run("ALTER TABLE judgements ENGINE = InnoDB")
    puts "  #{db[:pulls].count} pulls, #{db[:judgements].count} judgements"
  ensure
    owner&.disconnect
  end
end

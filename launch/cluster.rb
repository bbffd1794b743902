# frozen_string_literal: true

require_relative "launch"
require_relative "cluster_node"

module Launch
  # Three databases that answer as one, two web servers and two workers, all on this machine: what a shop that may not
  # stand still runs on three machines.
  class Cluster
    NODES = 3
    WEBS = 2
    LOOK_SECONDS = 0.2
    PACKAGES = %w[galera-4].freeze

    attr_reader :nodes

    # @param folder [String] for everything that it keeps
    # @param port [Integer] of the first web server; the second has the next
    def initialize(folder, port:, demo: true)
      @folder = folder
      @port = port
      @demo = demo
      @nodes = Launch.free_ports(NODES * 3).each_slice(3).with_index(1).map do |(own, group, missed), i|
        ClusterNode.new(File.join(folder, "node-#{i}"), port: own, group_port: group, missed_port: missed)
      end
    end

    def addresses = Array.new(WEBS) { |i| "http://127.0.0.1:#{@port + i}" }

    def start
      Launch.step("cluster of #{NODES}") { found }
      Launch.step("schema#{' and demo' if @demo}") do
        command = ["bundle", "exec", "ruby", "bin/prepare", *(@demo ? [] : ["--no-demo"])]
        Launch.run(*command, what: "the database", log: "cluster-prepare", env: environment(0))
      end
      @served = Array.new(WEBS) { |i| [web(i), worker(i)] }.flatten.each(&:start)
      Launch.step("web servers") { wait_until_they_answer }
    end

    # Started again, whatever ends. @yield [String] what to tell
    def look(&)
      nodes.each { |node| node.look(&) }
      @served.each { |process| process.look(&) }
    end

    def stop
      Array(@served).each(&:stop)
      nodes.each(&:stop)
    end

    # @return [Hash] a web server's first node, and the others behind it
    def environment(index)
      first, *others = nodes.rotate(index)
      more = "?more=#{others.map { |node| "127.0.0.1:#{node.port}" }.join(',')}"
      { "DATABASE_URL" => first.url + more, "OWNER_DATABASE_URL" => first.owner_url + more,
        "RACK_ENV" => "production", "PERMITTED_HOSTS" => "", "MILD_ANVIL_VAR" => @folder,
        # A page may stop a bench by any of them.
        "WEB_PEERS" => (addresses - [addresses[index]]).join(",") }
    end

    private

    # The first node is made alone, and stopped; the others begin as its copies.
    def found
      first, *others = nodes
      unless Dir.exist?(File.join(first.folder, "data"))
        Launch.quietly { first.start }
        first.stop
        first.join([first], first: true)
        first.stop
        others.each { |node| node.copy_from(first) }
      end
      first.join(nodes, first: true)
      others.each { |node| node.join(nodes) }
    end

    def web(index)
      address = "tcp://127.0.0.1:#{@port + index}"
      supervised("web #{index + 1}", index, *Launch.web_server(address))
    end

    def worker(index) = supervised("worker #{index + 1}", index, "bundle", "exec", "ruby", "bin/worker")

    def supervised(name, index, *command)
      Supervised.new(name, folder: File.join(@folder, "run"), logs: File.join(@folder, "log")) do |log|
        Process.spawn(environment(index), *command, chdir: ROOT, **log.redirection, pgroup: true)
      end
    end

    def wait_until_they_answer
      deadline = Launch.now + 60
      addresses.each do |address|
        until Launch.answers?(address)
          raise Trouble.new("#{address} does not answer", mend: "read #{@folder}/log") if Launch.now > deadline

          sleep 0.1
        end
      end
    end
  end
end
